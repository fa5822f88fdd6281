package exchange

import (
	"archive/zip"
	"bytes"
	"encoding/json"
	"io"
	"strings"
	"testing"
	"time"

	"hodometer/core/progress"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/reports"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/stretchr/testify/require"
)

// Everything of a student stands on the page, in whatever characters, and in the data beside it;
// nothing of whoever they played with does, nor what was written about a whole lesson.
func TestAnArchiveSaysAllAndNamesNobodyElse(t *testing.T) {
	made := time.Date(2026, 11, 30, 20, 0, 0, 0, time.UTC)
	at := made.UnixMilli()
	a := Archive{
		Made: made, Groups: []string{"Owls"},
		Report: reports.Report{
			Student: students.Student{
				ID: "me", Name: "Ada <Fenn>", Hand: "left", Level: "club", About: students.About{
					Age: "adult", Aims: "aims-here", Notes: "notes-here", Cautions: []string{"caution-here"},
					Sports: []students.Playing{{Sport: "squash", Level: "beginner"}},
					Dates:  []students.Dated{{On: "2027-01-02", What: "match-here"}},
				},
			},
			Attended: 12,
			Missed:   1,
			Minutes:  720,
			Balls:    345,
			Good:     234,
			Skills:   []reports.ReportSkill{{Label: "skill-here", Balls: 9, Is: &progress.Rate{Mean: 0.61}}},
			Streaks:  []reports.ReportMark{{Title: "best-here", Stage: "s", Best: "14"}},
			Rungs: []reports.ReportRung{
				{Ladder: "ladder-here", Rung: "r", Place: 2, Of: 5, Moves: []string{"move-here"}},
			},
			Games: []reports.ReportGame{
				{At: at, Title: "game-here", Against: []string{"Bo Tarn"}, Score: [2]int{11, 7}},
			},
			Home:  []lessons.Done{{Title: "home-here", At: at, Times: 3}},
			Notes: []reports.SharedLine{{Line: evidence.Line{At: at, Text: "line-here"}}},
		},
		Lessons: []evidence.Entry{{
			Title: "lesson-here", Day: made, Note: "Bo Tarn was late",
			Students: []evidence.Share{
				{ID: "other", Name: "Bo Tarn", Note: "about Bo"},
				{ID: "me", Name: "Ada <Fenn>", Balls: 20, Note: "mine-here", Felt: evidence.Felt{Engaged: 7}},
			},
		}},
		About: store.About{
			Rows: map[string][]map[string]any{
				"tags":  {{"word": "tag-here", "times": int64(2)}},
				"shown": {{"day": "2026-11-01", "words": "video-here", "place": "shelf"}},
			},
			Events: []json.RawMessage{json.RawMessage(`{"kind":"good","student":"me"}`)},
		},
	}
	file, err := WriteArchive(a)
	require.NoError(t, err)
	z, err := zip.NewReader(bytes.NewReader(file), int64(len(file)))
	require.NoError(t, err)
	text := map[string]string{}
	for _, f := range z.File {
		r, err := f.Open()
		require.NoError(t, err)
		all, err := io.ReadAll(r)
		require.NoError(t, err)
		text[f.Name] = string(all)
		require.NotContains(t, text[f.Name], "Bo Tarn", f.Name)
		require.NotContains(t, text[f.Name], "about Bo", f.Name)
	}
	page := text["student.html"]
	const stands = "aims notes caution match skill best ladder move game home line lesson mine tag video"
	for _, here := range strings.Fields(stands) {
		require.Contains(t, page, here+"-here")
	}
	require.Contains(t, page, "Ada &lt;Fenn&gt;")
	require.Contains(t, page, "61 of 100")
	require.Contains(t, page, "11 : 7")
	var data struct {
		Student students.Student
		Events  []any
	}
	require.NoError(t, json.Unmarshal([]byte(text["student.json"]), &data))
	require.Equal(t, a.Report.Student, data.Student)
	require.Len(t, data.Events, 1)
}

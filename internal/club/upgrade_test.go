package club_test

import (
	"compress/gzip"
	"context"
	"encoding/json"
	"io"
	"math"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"hodometer/core/drill"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/clubtest"

	"github.com/stretchr/testify/require"
)

var ctx = context.Background()

// before is what the version before said of its own file.
type before struct {
	Lesson, Drill, Run string
	Finish             [][]float64
	Students           map[string][]struct {
		Skill  string
		Radius float64
		Track  [][7]any // balls, good, best, met, mean, low, high
	}
	Balls map[string][][4]any
}

// fileOfBefore is a club file that the version before ids were brought in had
// written: the demo of then, and a lesson with everything that has a new name.
func fileOfBefore(t *testing.T) (string, before) {
	path := filepath.Join(t.TempDir(), "club.db")
	packed, err := os.Open("../store/testdata/version3.db.gz")
	require.NoError(t, err)
	defer packed.Close()
	read, err := gzip.NewReader(packed)
	require.NoError(t, err)
	into, err := os.Create(path)
	require.NoError(t, err)
	_, err = io.Copy(into, read)
	require.NoError(t, err)
	require.NoError(t, into.Close())
	text, err := os.ReadFile("../store/testdata/version3.json")
	require.NoError(t, err)
	var said before
	require.NoError(t, json.Unmarshal(text, &said))
	return path, said
}

// Results that were kept under the words of a skill go on under its id, ball for
// ball, and feed what is believed now.
func TestEstimatesOfTheVersionBefore(t *testing.T) {
	path, said := fileOfBefore(t)
	c := clubtest.Open(t, path)
	everybody, err := c.Students(ctx)
	require.NoError(t, err)
	require.Len(t, everybody, len(said.Students))
	sessions, chances, off, many := 0, 0, 0.0, 0.0
	for _, s := range everybody {
		record, err := c.Record(ctx, s.ID)
		require.NoError(t, err)
		require.Len(t, record.Skills, len(said.Students[s.ID]), s.Name)
		for i, was := range said.Students[s.ID] {
			now := record.Skills[i]
			// What a situation is called may change; the history goes on.
			said := strings.NewReplacer("soft exchange", "dink rally", "crosscourt and", "cross-court and",
				"ladder of feeds", "progressive feeds").Replace(was.Skill)
			require.Equal(t, said, now.Label)
			require.InDelta(t, was.Radius, now.Used, 1e-12)
			require.Len(t, now.Track, len(was.Track), now.Label)
			for j, k := range now.Track {
				sessions++
				require.EqualValues(
					t,
					[]any{was.Track[j][0], was.Track[j][1], was.Track[j][2], was.Track[j][3]},
					[]any{float64(k.Balls), float64(k.Good), float64(k.Best), k.Met},
				)
				if k.Chance == nil {
					continue
				}
				chances++
				require.True(
					t,
					0 < k.Chance.Low && k.Chance.Low < k.Chance.Mean && k.Chance.Mean < k.Chance.High,
				)
				if k.Balls >= 30 {
					off += math.Abs(float64(k.Good)/float64(k.Balls) - k.Chance.Mean)
					many++
				}
			}
		}
	}
	require.Greater(t, sessions, 60)
	require.Less(t, off/many, 0.1, "so many balls are believed, at the target they were played to")
	require.Greater(t, chances, 60, "what was asked then was found in the lessons as they were given")
}

// Drills, situations, kit, cautions seen and whatever else had only words have
// ids, in the lesson, its versions, its run and on the shelf alike; and a file
// that was brought up to date is opened again as it is.
func TestDocumentsOfTheVersionBefore(t *testing.T) {
	path, said := fileOfBefore(t)
	clubtest.Open(t, path)
	c := clubtest.Open(t, path)
	own, err := c.Drill(ctx, said.Drill)
	require.NoError(t, err)
	require.Equal(t, said.Drill, own.Drill.ID)
	require.Equal(t, drill.Version, own.Drill.Version)
	require.Equal(t, "lob off the wall", own.Drill.SituationName)
	require.Equal(t, []drill.Item{
		{ID: "basket"}, {ID: "flatMarkers", Count: 4}, {ID: drill.OwnItem, Words: "an old towel"},
		{ID: "balls", Count: 8, Each: true},
	}, own.Drill.Kit)
	require.Empty(t, own.Drill.Validate())

	l, err := c.Lesson(ctx, said.Lesson)
	require.NoError(t, err)
	require.Empty(t, l.Validate())
	require.Equal(t, []string{"markers", "machine"}, l.Resources.Equipment)
	require.Equal(t, 10, l.Attendance[0].From)
	b := l.Blocks[1]
	require.Equal(t, said.Drill, b.Drill.ID, "found on the shelf by the title it had")
	require.Equal(t, "deep-past-marker", l.Blocks[2].Drill.ID)
	require.Equal(t, said.Drill, l.Blocks[4].Match.From.ID)
	require.Equal(t, "mirror", b.Variants[0].Bend)
	require.EqualValues(t, "posts", b.Arrangement.Manner)
	seen := 0
	for _, caution := range b.Drill.AllCautions() {
		for _, id := range b.Seen {
			if id == caution.ID {
				seen++
			}
		}
	}
	require.Equal(t, 2, seen)

	versions, err := c.LessonVersions(ctx, said.Lesson, answer.Part{})
	require.NoError(t, err)
	require.Len(t, versions.Items, 2)
	require.Equal(t, []string{"Lob off the wall: 20 → 22 min"}, versions.Items[0].Changes)
	r, err := c.Run(ctx, said.Run)
	require.NoError(t, err)
	require.Equal(t, said.Drill, r.Lesson.Blocks[1].Drill.ID)
	record, err := c.Record(ctx, l.Students[0])
	require.NoError(t, err)
	labels := ""
	for _, k := range record.Skills {
		labels += k.Label + "\n"
	}
	require.Contains(t, labels, "Backhand cross-court, lob off the wall")
}

// The runs that were recorded fold to what they folded to.
func TestRunsOfTheVersionBefore(t *testing.T) {
	path, said := fileOfBefore(t)
	c := clubtest.Open(t, path)
	for id, blocks := range said.Balls {
		r, err := c.Run(ctx, id)
		require.NoError(t, err)
		require.Len(t, r.State.Blocks, len(blocks))
		for i, was := range blocks {
			now := r.State.Blocks[i]
			require.EqualValues(t, []any{was[0], was[1]}, []any{float64(now.Balls), float64(now.PickUps)})
			steps := was[2].([]any)
			for _, s := range now.Students {
				for _, st := range s.Stages {
					require.EqualValues(t, steps[0], []any{float64(st.Good), float64(st.Best), st.Met})
					steps = steps[1:]
				}
			}
			require.Empty(t, steps)
			if len(now.Courts) > 0 {
				score := now.Courts[0].Score
				points := []any{float64(score.Points[0]), float64(score.Points[1])}
				require.EqualValues(t, was[3], points)
			}
		}
	}
}

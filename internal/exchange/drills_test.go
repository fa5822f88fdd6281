package exchange

import (
	"compress/gzip"
	"encoding/json"
	"io"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/library"

	"github.com/stretchr/testify/require"
)

func shipped() []drill.Drill { return library.All() }

// Every drill that ships survives export and import unchanged, by itself and
// all in one file.
func TestDrillsSurviveTheFile(t *testing.T) {
	for _, d := range shipped() {
		file, err := WriteDrills([]drill.Drill{d})
		require.NoError(t, err)
		back, err := ReadDrills(file)
		require.NoError(t, err, d.Title)
		require.Equal(t, []drill.Drill{d}, back)
	}
	file, err := WriteDrills(shipped())
	require.NoError(t, err)
	back, err := ReadDrills(file)
	require.NoError(t, err)
	require.Equal(t, shipped(), back)
}

// A broken or foreign file is refused with line and reason.
func TestBrokenFilesNameTheLine(t *testing.T) {
	one, err := WriteDrills(shipped()[:1])
	require.NoError(t, err)
	lines := strings.Split(string(one), "\n")
	at := func(start string) int {
		for i, l := range lines {
			if strings.HasPrefix(strings.TrimSpace(l), start) {
				return i
			}
		}
		t.Fatalf("no line begins with %s", start)
		return 0
	}
	spoilt := func(start, with string) (string, int) {
		i := at(start)
		changed := append([]string{}, lines...)
		changed[i] = with
		return strings.Join(changed, "\n"), i + 1
	}
	for _, c := range []struct{ why, start, with, field, words string }{
		{"a word for a number", `"basket"`, `"basket": "many",`, "basket", "got string, want integer"},
		{"a field nobody knows", `"basket"`, `"basket": 3, "colour": "red",`, "colour", "unknown field"},
		{"a rule of the core", `"want"`, `"want": 70,`, "pattern.feeds[0].want", "highest point"},
		{"an unknown court", `"court"`, `"court": "moon",`, "pattern.court", "no court called"},
		{"a comma too many", `"basket"`, `"basket": 3,,`, "file", "not JSON"},
		{"another format", `"format"`, `"format": "other.drill",`, "format", "this is not a drill file"},
	} {
		text, line := spoilt(c.start, c.with)
		_, err := ReadDrills([]byte(text))
		require.ErrorContains(t, err, c.words, c.why)
		require.ErrorContains(t, err, c.field, c.why)
		require.ErrorContains(t, err, "line "+strconv.Itoa(line)+": ", c.why)
	}
	for why, text := range map[string]string{
		"empty":         "",
		"a list":        "[]",
		"half a file":   string(one[:len(one)/2]),
		"two documents": string(one) + string(one),
		"deep":          strings.Repeat("[", 1000),
		"no text":       "\x00\x01",
	} {
		_, err := ReadDrills([]byte(text))
		require.ErrorContains(t, err, "line ", why)
	}
}

// A drill of the first version is read as one of today's.
func TestFirstVersionIsRead(t *testing.T) {
	const old = `{"format":"hodometer.drill","version":1,"title":"Old","intent":"","situation":"short ball",
		"court":"tennis","area":"singles",
		"feed":{"by":"coach","from":{"x":-3,"y":-1.6},"bounce":{"x":2.2,"y":-4.2}},"hit":{"x":2.5,"y":-5.8},
		"target":{"centre":{"x":2.7,"y":9.9},"radius":1.3},
		"steps":[{"stroke":"forehand","direction":"straight","goal":{"kind":"total","count":10}}],
		"tempo":{"secondsPerBall":4,"basket":72,"pickUpMinutes":2},"turnBalls":8,
		"cues":["a"],"cautions":[],"kit":[]}`
	got, err := ReadDrills([]byte(old))
	require.NoError(t, err)
	d := got[0]
	require.Equal(t, drill.Version, d.Version)
	require.Equal(t, 4.0, d.Tempo().SecondsPerBall)
	require.Equal(t, 1.3, d.Targets[0].Radius)
	require.Equal(t, 10, d.Stages[0].Goal.Count)
	require.True(t, d.Targets[0].Both)
}

// packed is what a file of testdata holds.
func packed(t *testing.T, name string) []byte {
	f, err := os.Open("testdata/" + name)
	require.NoError(t, err)
	defer f.Close()
	plain, err := gzip.NewReader(f)
	require.NoError(t, err)
	file, err := io.ReadAll(plain)
	require.NoError(t, err)
	return file
}

// The shelf as the third version wrote it reads as what stands in it, where
// stages were called steps.
func TestThirdVersionIsRead(t *testing.T) {
	file := packed(t, "version3.json.gz")
	got, err := ReadDrills(file)
	require.NoError(t, err)
	require.Len(t, got, 84)
	var want struct {
		Drills []map[string]any `json:"drills"`
	}
	require.NoError(t, json.Unmarshal(file, &want))
	for i, w := range want.Drills {
		w["version"], w["stages"] = drill.Version, w["steps"]
		delete(w, "steps")
		text, err := json.Marshal(w)
		require.NoError(t, err)
		back, err := json.Marshal(got[i])
		require.NoError(t, err)
		require.JSONEq(t, string(text), string(back))
	}
}

// The shelf as the second version wrote it reads as the third wrote it: the words
// became the ids they stand for. The file has no ids for drills.
func TestSecondVersionIsRead(t *testing.T) {
	got, err := ReadDrills(packed(t, "version2.json.gz"))
	require.NoError(t, err)
	later, err := ReadDrills(packed(t, "version3.json.gz"))
	require.NoError(t, err)
	require.Len(t, got, len(later))
	byTitle := func(a, b drill.Drill) int { return strings.Compare(a.Title, b.Title) }
	slices.SortFunc(got, byTitle)
	slices.SortFunc(later, byTitle)
	for i, want := range later {
		want.ID, want.Kin, got[i].Kin = got[i].ID, nil, nil
		// What the shelf changed between them: where the short ball is recovered to,
		// and what has no chance is repetitions.
		got[i].Pattern.Start, got[i].Pattern.Base = want.Pattern.Start, want.Pattern.Base
		for j := range got[i].Stages {
			if want.Stages[j].Goal.Kind == goal.Repetitions {
				got[i].Stages[j].Goal.Kind = goal.Repetitions
			}
		}
		if want.Pattern.Court == "squash" {
			got[i].Targets = want.Targets // of a warm ball
		}
		if want.Pattern.Court == "tennisOrange" && want.Focus == "shortBall" {
			got[i].Pattern.Feeds, got[i].Targets, got[i].Stages = want.Pattern.Feeds, want.Targets, want.Stages
		}
		require.Equal(t, want, got[i], want.Title)
	}
}

// Whatever is in a file, it is taken whole and holds, or refused.
func FuzzReadDrills(f *testing.F) {
	for _, d := range shipped()[:4] {
		file, err := WriteDrills([]drill.Drill{d})
		require.NoError(f, err)
		f.Add(file)
	}
	f.Add([]byte(`{"format":"hodometer.drills","version":1,"drills":[]}`))
	f.Fuzz(func(t *testing.T, file []byte) {
		drills, err := ReadDrills(file)
		if err != nil {
			require.Empty(t, drills)
			return
		}
		for i := range drills {
			require.Empty(t, drills[i].Validate())
		}
		again, err := WriteDrills(drills)
		require.NoError(t, err)
		back, err := ReadDrills(again)
		require.NoError(t, err)
		require.Equal(t, drills, back)
	})
}

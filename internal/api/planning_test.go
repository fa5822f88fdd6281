package api

import (
	"encoding/json"
	"math"
	"strings"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/game"
	"hodometer/core/ladder"
	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"
	"hodometer/internal/club/drafts"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"
	"hodometer/internal/exchange"

	"github.com/stretchr/testify/require"
)

// A lesson is drafted from what a coach knows, for a group kept by name, and
// comes back as a sheet with rotations and measured offsets.
func TestDraftedForAGroupAndPrinted(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, _ := d.pair()
	group := students.Group{ID: newID(), Name: "Thursday pair", Students: l.Students}
	d.ask("PUT", "/api/v1/groups/"+group.ID, group, 200, &group)
	var groups []students.Group
	d.ask("GET", "/api/v1/groups", nil, 200, &groups)
	require.Equal(t, []students.Group{group}, groups)

	brief := map[string]any{
		"students":  groups[0].Students,
		"court":     "tennis",
		"date":      "2026-05-17",
		"start":     "17:00",
		"minutes":   90,
		"resources": map[string]any{"balls": 60, "courts": 1, "equipment": []string{"markers"}},
		"matchOn":   "2026-05-19",
	}
	var drafts []drafts.Draft
	d.ask("POST", "/api/v1/lessons/drafts", brief, 200, &drafts)
	require.NotEmpty(t, drafts)
	for _, draft := range drafts {
		require.NotEmpty(t, draft.Why)
		require.LessOrEqual(t, draft.Outline.Minutes+draft.Outline.Between, 90.5)
	}
	saved := drafts[0].Lesson
	d.ask("PUT", "/api/v1/lessons/"+saved.ID, saved, 200, &saved)
	require.Equal(t, "2026-05-19", saved.MatchOn)
	require.Equal(t, 60, saved.Resources.Balls)

	var sheet lessons.Sheet
	d.ask("GET", "/api/v1/lessons/"+saved.ID+"/sheet?units=imperial", nil, 200, &sheet)
	require.Len(t, sheet.Blocks, len(saved.Blocks))
	laid := 0
	for i, b := range sheet.Blocks {
		laid += len(b.SetUp)
		if saved.Blocks[i].Drill != nil {
			require.NotNil(t, b.Rotation)
			require.Len(t, b.Rotation.Shares, 2)
		}
	}
	require.Positive(t, laid)

	var planned plan.Plan
	d.ask(
		"POST",
		"/api/v1/lessons/check",
		map[string]any{"lesson": saved, "detail": saved.Blocks[1].ID},
		200,
		&planned,
	)
	require.Equal(t, saved.Blocks[1].ID, planned.Detail.ID)

	bare := saved
	bare.Blocks = []lesson.Block{}
	d.ask("POST", "/api/v1/lessons/check", map[string]any{"lesson": bare, "detail": ""}, 200, &planned)

	d.ask("DELETE", "/api/v1/groups/"+group.ID, nil, 204, nil)
	d.ask("DELETE", "/api/v1/groups/"+group.ID, nil, 404, nil)
	brief["minutes"], brief["date"] = 5, "tomorrow"
	d.ask("POST", "/api/v1/lessons/drafts", brief, 400, nil)
	brief["minutes"] = 60
	d.ask("POST", "/api/v1/lessons/drafts", brief, 422, nil)
	d.ask(
		"POST",
		"/api/v1/lessons/matchFrom",
		lesson.Block{ID: newID(), Kind: lesson.Talk, Title: "Talk", Minutes: 5},
		422,
		nil,
	)
}

// However a lesson is arranged, levelled and attended, there is an answer or a
// refusal that names the field; never a fault of ours.
func FuzzCheckLesson(f *testing.F) {
	d := newDesk(f)
	l, _ := d.pair()
	f.Add(uint8(0), 2, 1, 5, 3, 1.2, 1.5, 4, 10, 0, 12, uint8(1))
	f.Add(uint8(3), -1, 99, 0, 0, math.NaN(), 0.0, -3, 500, 2, 0, uint8(9))
	f.Add(uint8(1), 0, 0, 0, 1, 3.0, 3.0, 1000, 0, 1, 40, uint8(3))
	ways := []lesson.Manner{
		lesson.Posts,
		lesson.Stations,
		lesson.RoundRobin,
		lesson.Partners,
		lesson.OnDeck,
		lesson.WinnersStay,
		"no way",
	}
	bends := []string{"", "upsideDown"}
	for _, b := range drill.Bends() {
		bends = append(bends, b.ID)
	}
	f.Fuzz(
		func(t *testing.T, way uint8, feeders, collectors, balls, hitters int, scale, tempo float64,
			count, from, to, minutes int, version uint8) {
			if !(math.Abs(scale) < 1e9) || !(math.Abs(tempo) < 1e9) {
				return // JSON has no such numbers
			}
			var changed lesson.Lesson
			require.NoError(t, json.Unmarshal(must(json.Marshal(l)), &changed))
			a := &lesson.Arrangement{
				Manner:     ways[int(way)%len(ways)],
				Feeders:    feeders,
				Collectors: collectors,
				Balls:      balls,
				Others:     []string{"serves"},
			}
			for i := range changed.Blocks {
				b := &changed.Blocks[i]
				b.Arrangement, b.Minutes = a, minutes
				if b.Drill != nil {
					b.Drill.Hitters = hitters
					b.Variants = []lesson.Variant{
						{
							Student: l.Students[0],
							Scale:   scale,
							Tempo:   tempo,
							Counts:  []int{count},
							Bend:    bends[int(version)%len(bends)],
						},
					}
				}
			}
			changed.Attendance = []lesson.Stay{{Student: l.Students[1], From: from, To: to}}
			for _, b := range changed.Blocks[:2] {
				w := d.raw(
					"POST",
					"/api/v1/lessons/check",
					must(json.Marshal(map[string]any{"lesson": changed, "detail": b.ID})),
				)
				require.Contains(t, []int{200, 400, 422}, w.Code, w.Body.String())
			}
		},
	)
}

// A lesson can be watched before it is given: a play of a number is the same each time, the
// typical one says its number, and nothing is saved of either.
func TestALessonIsWatched(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, _ := d.pair()
	var typical, again, other lessons.Watched
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": l}, 200, &typical)
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": l, "play": typical.Play}, 200, &again)
	require.Equal(t, typical, again)
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": l, "play": typical.Play + 1}, 200, &other)
	require.NotEqual(t, typical.Events, other.Events)
	require.Len(t, typical.Blocks, len(l.Blocks))
	for i := range typical.Events {
		require.Empty(t, typical.Events[i].Validate(&l))
	}
	var runs answer.Page[evidence.Entry]
	d.ask("GET", "/api/v1/runs", nil, 200, &runs)
	require.Empty(t, runs.Items)

	bare := l
	bare.Blocks = []lesson.Block{}
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": bare}, 200, &other)
	require.Empty(t, other.Blocks)
	alone := l
	alone.Students = []string{}
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": alone}, 200, &other)
	require.Len(t, other.Blocks, len(l.Blocks))
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": l, "play": -1}, 400, nil)
	wrong := l
	wrong.SlotMinutes = 0
	d.ask("POST", "/api/v1/lessons/watch", map[string]any{"lesson": wrong}, 400, nil)
}

// The last lesson of some students is asked for by all of their ids.
func TestTheLastLessonOf(t *testing.T) {
	d := newDesk(t)
	l, students := d.pair()
	var last lesson.Lesson
	at := "/api/v1/lessons/last?students=" + students[0].ID
	d.ask("GET", at+"&students="+students[1].ID, nil, 200, &last)
	require.Equal(t, l.ID, last.ID)
	d.ask("GET", at, nil, 200, &last)
	d.ask("GET", "/api/v1/lessons/last?students=0192aaaa-0000-7000-8000-00000000ffff", nil, 404, nil)
	d.ask("GET", "/api/v1/lessons/last", nil, 400, nil)
	var short lessons.Summary
	d.ask("GET", "/api/v1/lessons/"+l.ID+"/summary", nil, 200, &short)
	require.Equal(t, l.Title, short.Title)
	d.ask("GET", "/api/v1/lessons?after=nonsense", nil, 422, nil)
	d.ask("GET", "/api/v1/lessons?limit=201", nil, 400, nil)
}

// A short round is a lesson of all who are asked for, on the court of their last one, that can
// be saved as it is.
func TestAShortRoundIsALesson(t *testing.T) {
	d := newDesk(t)
	l, pair := d.pair()
	ids := []string{pair[0].ID, pair[1].ID}
	var round lesson.Lesson
	ask := map[string]any{"students": ids, "title": "Ranking", "date": "2026-06-01", "start": "17:00"}
	d.ask("POST", "/api/v1/lessons/shortRound", ask, 200, &round)
	require.Equal(t, l.Court, round.Court)
	require.Equal(t, ids, round.Students)
	d.ask("PUT", "/api/v1/lessons/"+round.ID, round, 200, &round)
	ask["students"] = ids[:1]
	d.ask("POST", "/api/v1/lessons/shortRound", ask, 400, nil)
	ask["students"], ask["date"] = ids, "some day"
	d.ask("POST", "/api/v1/lessons/shortRound", ask, 422, nil)
}

// Every document can be asked for by itself, a file of games is looked at before it is taken,
// and a problem says of what sort it is.
func TestTheContractIsEven(t *testing.T) {
	d := newDesk(t)
	_, pair := d.pair()
	group := students.Group{ID: newID(), Name: "Pair", Students: []string{pair[0].ID}}
	at := "/api/v1/groups/" + group.ID
	d.ask("PUT", at, group, 200, &group)
	var one students.Group
	d.ask("GET", at, nil, 200, &one)
	require.Equal(t, group, one)
	var rungs documents.ShelfLadder
	d.ask("GET", "/api/v1/ladders/"+ladder.All()[0].ID, nil, 200, &rungs)
	require.Equal(t, ladder.All()[0].Title, rungs.Ladder.Title)

	var shelf []documents.ShelfGame
	d.ask("GET", "/api/v1/games", nil, 200, &shelf)
	file, err := exchange.WriteGames([]game.Preset{shelf[0].Preset, shelf[1].Preset})
	require.NoError(t, err)
	for _, n := range []int{0, 2} {
		path := "/api/v1/games/import?dryRun=true"
		if n > 0 {
			path = "/api/v1/games/import"
		}
		w := d.rawAs("POST", path, "text/plain", file)
		require.Equal(t, 200, w.Code, w.Body.String())
		d.ask("GET", "/api/v1/games", nil, 200, &shelf)
		require.Len(t, shelf, len(game.Presets())+n)
	}

	for path, sort := range map[string]ProblemType{
		"/api/v1/courses/" + newID():    Problemsmissing,
		"/api/v1/lessons?from=tomorrow": Problemsinvalid,
		"/api/v1/nowhere":               Problemsmissing,
	} {
		var p Problem
		w := d.raw("GET", path, nil)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		require.Equal(t, sort, p.Type, path)
		require.NotContains(t, p.Detail, "regular expression", path)
	}
	var p Problem
	group.Version, group.Name = 7, "Late"
	d.ask("PUT", at, group, 409, &p)
	require.Equal(t, Problemsstale, p.Type)
}

// A drill that is put in a lesson is set to its students over HTTP, in the coach's units, and can
// be had as it is drawn; a lesson with nobody in it gets it as it is. Warm-ups come with new ids.
func TestADrillIsPlacedForItsStudents(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, _ := d.pair()
	body := map[string]any{"lesson": l, "drill": shippedDrill(t, "short-ball-corners"), "units": "imperial"}
	var out lessons.Place
	d.ask("POST", "/api/v1/lessons/place", body, 200, &out)
	require.NotEmpty(t, out.Changed)
	require.Regexp(t, "^[A-Z][a-z]+: ", out.Changed[0])
	require.NotRegexp(t, `\d m\b`, strings.Join(out.Changed, " "))
	require.Equal(t, out.Block.ID, out.AsDrawn.ID)
	require.NotEqual(t, out.Block.Variants, out.AsDrawn.Variants)
	nobody := l
	nobody.Students, nobody.Attendance, nobody.Blocks = []string{}, nil, []lesson.Block{}
	body["lesson"], out = nobody, lessons.Place{}
	d.ask("POST", "/api/v1/lessons/place", body, 200, &out)
	require.Empty(t, out.Changed)
	require.Nil(t, out.AsDrawn)

	var first, again []lesson.Block
	d.ask("GET", "/api/v1/courts/tennisRed/warmUps", nil, 200, &first)
	d.ask("GET", "/api/v1/courts/tennisRed/warmUps", nil, 200, &again)
	require.Len(t, first, 6)
	require.NotEqual(t, first[0].ID, again[0].ID)
	require.Contains(t, first[0].Title, "juniors", "the court's own age first")
	require.NotContains(t, first[3].Title, "juniors")
	d.ask("GET", "/api/v1/courts/nowhere/warmUps", nil, 404, nil)
}

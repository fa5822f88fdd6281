package run

import (
	"compress/gzip"
	"encoding/json"
	"math/rand/v2"
	"os"
	"strings"
	"testing"

	"hodometer/core/game"
	"hodometer/core/lesson"
	"hodometer/core/machine"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// anyRun is a run with every kind of event, all valid.
func anyRun(l *lesson.Lesson, n int, seed uint64) []Event {
	s, rng := &script{l: l}, rand.New(rand.NewPCG(seed, 7))
	drillID, gameID := l.Blocks[0].ID, l.Blocks[1].ID
	marks := [][]string{nil, {"marker"}, {"bonus"}, {"bonus", game.SecondServe}}
	for range n {
		who, stage := l.Students[rng.IntN(len(l.Students))], rng.IntN(stageCount)
		ball := Event{Kind: Good, Block: drillID, Student: who, Stage: stage}
		switch rng.IntN(26) {
		default:
			if ball.Kind = []Kind{Good, Good, Miss}[rng.IntN(3)]; ball.Kind == Miss {
				ball.Where = []string{"", Long, InNet}[rng.IntN(3)]
			}
			if rng.IntN(3) == 0 { // a machine fed it, and a tap may say that it was the other
				ball.Machine = &machine.Setting{Balls: rng.IntN(3), PerMinute: float64(20 + 4*rng.IntN(2))}
				if id := s.add(ball); rng.IntN(3) == 0 {
					s.add(Event{Kind: Amend, Amends: id, As: []Kind{Good, Miss}[rng.IntN(2)]})
				}
				continue
			}
		case 0:
			ball.Kind, ball.Value, ball.Stage = Many, rng.IntN(5), rng.IntN(runOuts)
			if rng.IntN(2) == 0 {
				ball.Of = ball.Value + rng.IntN(4)
			}
		case 1:
			ball.Kind, ball.Student, ball.Players = Good, "", l.Students[2:]
		case 2:
			ball.Kind, ball.Stage = Go, sets
		case 3:
			ball.Kind, ball.Stage, ball.Value = Time, runOuts, 5000+rng.IntN(15_000)
		case 4:
			ball.Kind, ball.Stage, ball.Value = Reps, brushes, 1+rng.IntN(5)
		case 5:
			ball.Kind, ball.Stage, ball.Value = Held, brushes, rng.IntN(3)
		case 6, 7, 8:
			ball = Event{
				Kind:    Point,
				Block:   gameID,
				Value:   rng.IntN(2),
				Student: who,
				Marks:   marks[rng.IntN(4)],
				Court:   rng.IntN(2),
			}
		case 9:
			p := rng.Perm(4)
			ball = Event{Kind: Sides, Block: gameID, Court: rng.IntN(2),
				Sides: [][]string{{l.Students[p[0]]}, {l.Students[p[1]], l.Students[p[2]]}}}
		case 10:
			ball = Event{Kind: Practice, Block: gameID, Value: rng.IntN(3)}
		case 11:
			ball.Kind = []Kind{Open, Turn, Tag, There, Hold, Minutes, SetUp}[rng.IntN(7)]
			ball.Text, ball.Value = "late", rng.IntN(2)
		case 12:
			ball.Kind, ball.Value, ball.Best = Counted, rng.IntN(6), 0
			ball.Of = ball.Value + rng.IntN(5)
		case 13:
			ball = Event{Kind: Scored, Block: gameID, Value: rng.IntN(4), Of: rng.IntN(4)}
		case 14, 15:
			if len(s.events) == 0 {
				continue
			}
			ball = Event{Kind: Undo, Undoes: s.events[rng.IntN(len(s.events))].ID}
		case 16:
			if len(s.events) == 0 {
				continue
			}
			what := s.events[rng.IntN(len(s.events))]
			if what.Kind == Undo || what.Kind == Amend {
				continue
			}
			ball = what
			ball.Kind, ball.Amends = Amend, what.ID
			if ball.Student != "" {
				ball.Student = who
			}
		case 17:
			ball = Event{Kind: []Kind{Start, Pause, Finish, Remove}[rng.IntN(4)]}
		case 19: // of the ball that is due, whoever's it is
			ball.Student, ball.Stage = "", 0
		case 20:
			ball.Kind, ball.Players, ball.Value = Rally, l.Students, rng.IntN(9)
			ball.Stage = rng.IntN(raceTo)
		case 21:
			ball.Kind, ball.Stage, ball.Value = Choice, halfPace, rng.IntN(2)
		case 22:
			ball = Event{Kind: []Kind{Error, Focus, Bell}[rng.IntN(3)], Block: drillID, Value: 1,
				Student: []string{"", who}[rng.IntN(2)]}
		case 18:
			ball = Event{Kind: Note, Text: "turns late", Student: []string{"", who}[rng.IntN(2)]}
		}
		s.add(ball)
	}
	return s.events
}

// The same events in any batches, in any order of arrival and repeated at will give
// the same state; totals are sums of what single students did; nothing is below
// nothing.
func TestAnyRunInAnyBatches(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l := everything(t)
		if way := rapid.SampledFrom([]lesson.Manner{
			"", lesson.OnDeck, lesson.WinnersStay, lesson.RoundRobin, lesson.Partners,
		}).Draw(t, "manner"); way != "" {
			l.Blocks[1].Arrangement = &lesson.Arrangement{Manner: way, Balls: 2}
		}
		events := anyRun(l, rapid.IntRange(1, 90).Draw(t, "n"), rapid.Uint64().Draw(t, "seed"))
		for _, e := range events {
			require.Empty(t, e.Validate(l), "%+v", e)
		}
		want := Fold(l, events)
		again := append(
			rapid.Permutation(events).Draw(t, "arrival"),
			events[:rapid.IntRange(0, len(events)).Draw(t, "repeats")]...)
		require.Equal(t, want, Fold(l, again))
		live := Follow(l, nil)
		for len(again) > 0 {
			n := rapid.IntRange(1, len(again)).Draw(t, "batch")
			live.Add(again[:n]...)
			again = again[n:]
		}
		require.Equal(t, want, live.State())
		for _, st := range want.Blocks[0].Students {
			for i, g := range st.Stages {
				require.LessOrEqual(t, g.Good, g.Balls)
				require.GreaterOrEqual(t, g.Count, 0)
				require.True(t, !g.Met || g.Count >= g.Goal.Count || g.Goal.Kind.Timed(), "%d %+v", i, g)
			}
		}
		pair := want.Blocks[0].Students[0].Stages[pairTotal]
		require.Equal(t, pair.Tally, want.Blocks[0].Students[1].Stages[pairTotal].Tally)
		for _, g := range want.Games() {
			require.Positive(t, g.Rallies[0]+g.Rallies[1]+g.Points[0]+g.Points[1])
		}
	})
}

// Runs recorded by the version before fold to the states that it folded them to.
func TestRunsOfTheVersionBefore(t *testing.T) {
	f, err := os.Open("testdata/version3.json.gz")
	require.NoError(t, err)
	defer f.Close()
	plain, err := gzip.NewReader(f)
	require.NoError(t, err)
	var recorded []struct {
		Lesson *lesson.Lesson  `json:"lesson"`
		Events []Event         `json:"events"`
		State  json.RawMessage `json:"state"`
	}
	require.NoError(t, json.NewDecoder(plain).Decode(&recorded))
	require.Len(t, recorded, 7)
	for _, r := range recorded {
		require.Empty(t, r.Lesson.Validate())
		for _, e := range r.Events {
			require.Empty(t, e.Validate(r.Lesson))
		}
		// What has another name now.
		was := strings.NewReplacer(`"steps":`, `"stages":`, `"step":`, `"stage":`).Replace(string(r.State))
		var want, got any
		require.NoError(t, json.Unmarshal([]byte(was), &want))
		for i, b := range want.(map[string]any)["blocks"].([]any) {
			block := b.(map[string]any)
			if d := r.Lesson.Blocks[i].Drill; d != nil && d.FedShare() < 1 {
				delete(block, "basketLeft") // balls of a rally counted against it then
			}
			if score, ok := block["score"]; ok {
				delete(block, "score")
				block["courts"] = []any{map[string]any{"score": score}}
			}
		}
		text, err := json.Marshal(Fold(r.Lesson, r.Events))
		require.NoError(t, err)
		require.NoError(t, json.Unmarshal(text, &got))
		delete(want.(map[string]any), "focus")     // who is called now: then it stayed where it was put
		delete(want.(map[string]any), "undoWords") // a label, in the words of today
		holds(t, want, got, r.Lesson.Title)
	}
}

// holds says that everything in want is in got.
func holds(t *testing.T, want, got any, at string) {
	switch w := want.(type) {
	case map[string]any:
		g, ok := got.(map[string]any)
		require.True(t, ok, at)
		for k := range w {
			holds(t, w[k], g[k], at+"."+k)
		}
	case []any:
		g, ok := got.([]any)
		require.True(t, ok && len(g) == len(w), at)
		for i := range w {
			holds(t, w[i], g[i], at+"[]")
		}
	default:
		require.Equal(t, want, got, at)
	}
}

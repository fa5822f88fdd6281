package library

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/sport"
	"hodometer/core/target"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

func mover(t *testing.T, d *drill.Drill) footwork.Mover {
	m, err := footwork.For(d.Level)
	require.NoError(t, err, d.ID)
	return m
}

var flights pattern.Flights

// Every drill that ships holds by our own reckoning: at its level each ball can
// be fed and reached, and there is nothing to notice.
func TestEveryDrillHoldsAtItsLevel(t *testing.T) {
	require.GreaterOrEqual(t, len(All()), 60)
	seen := map[string]bool{}
	for _, e := range All() {
		require.False(t, seen[e.ID], e.ID)
		seen[e.ID] = true
		d := e
		if !assertNone(t, e.ID, d.Validate()) {
			continue
		}
		plan, err := d.Pattern.Play(mover(t, &d), d.TurnBalls, false)
		require.NoError(t, err, e.ID)
		for _, n := range d.Notices(&flights, mover(t, &d), plan, nil, true, units.Metric) {
			words := ""
			for _, f := range n.Fixes {
				words += " [" + f.Label + "]"
			}
			t.Errorf("%s: %s%s", e.ID, n.Text, words)
		}
		if n := len(d.Cues); n < 2 || len(d.Kit) == 0 {
			t.Errorf("%s: %d cues, kit %v", e.ID, n, d.Kit)
		}
	}
}

func assertNone(t *testing.T, id string, p units.Problems) bool {
	for _, q := range p {
		t.Errorf("%s: %s: %s", id, q.Field, q.Detail)
	}
	return len(p) == 0
}

// Mirrored twice a drill is itself, and so is one written and read again.
func TestMirroredTwiceAndWrittenOut(t *testing.T) {
	for _, e := range All() {
		once := e.Mirror()
		require.NotEqual(t, e, once, e.ID)
		twice := once.Mirror()
		require.Equal(t, e, twice, e.ID)
		text, err := json.Marshal(e)
		require.NoError(t, err)
		var back drill.Drill
		require.NoError(t, json.Unmarshal(text, &back))
		require.Equal(t, e, back, e.ID)
	}
}

// Five sports are served, every focus has a drill, and none is on one side or
// for one number only without a neighbour: each can be bent six ways or more.
func TestTheShelfIsWide(t *testing.T) {
	sports, focuses := map[string]int{}, map[drill.Focus]int{}
	for _, e := range All() {
		c, err := e.Court()
		require.NoError(t, err)
		sports[c.Sport]++
		focuses[e.Focus]++
		n := e.Neighbours(&flights, nil, mover(t, &e), func(*drill.Drill) []drill.Player { return nil })
		require.GreaterOrEqual(t, len(n), 6, e.ID)
	}
	for _, s := range sport.All() {
		require.GreaterOrEqual(t, sports[s.ID], 4, s.ID)
	}
	for _, f := range drill.Focuses {
		require.NotZero(t, focuses[drill.Focus(f.ID)], f.ID)
	}
}

// Figures of common practice [trade] that the drills must carry.
func TestFiguresOfTheTrade(t *testing.T) {
	stations, err := ByID("four-stations-volley")
	require.NoError(t, err)
	depths := map[float64]bool{}
	for _, f := range stations.Pattern.Feeds {
		depths[f.To.Y] = true
	}
	require.GreaterOrEqual(t, len(depths), 4, "four stations, down and back")
	require.GreaterOrEqual(t, len(stations.Stages), 6, "out and back in")
	for i, s := range stations.Stages {
		require.Equal(t, "5 in a row", s.Goal.String(), "five good ones at each")
		require.Equal(t, []int{i}, s.Feeds)
	}

	four, err := ByID("table-four-balls")
	require.NoError(t, err)
	require.Len(t, four.Pattern.Feeds, 4, "four at match speed are plenty")
	require.Less(t, four.Pattern.Feeds[0].Gap, 1.2)

	tempo, err := ByID("two-count-tempo")
	require.NoError(t, err)
	require.InDelta(
		t,
		28,
		2*60/tempo.Tempo().SecondsPerBall,
		3,
		"a pair new to it counts about 28 in a minute",
	)
	for i, s := range tempo.Stages { // one, two and three minutes
		require.Equal(t, goal.Goal{Kind: goal.Timed, Seconds: 60 * (i + 1), SetOf: 2}, s.Goal)
	}

	asks := func(id string, stage int) goal.Goal {
		d, err := ByID(id)
		require.NoError(t, err)
		return d.Stages[stage].Goal
	}
	for stage := range 2 { // half pace, then full
		require.Equal(t, "10 in a row", asks("deep-past-marker", stage).String())
		require.Equal(t, "a rally of 10", asks("figure-of-eight", stage).String(), "then the roles swapped")
	}
	for _, id := range []string{"corridor-forehand", "corridor-backhand"} {
		require.Equal(t, 25, asks(id, 0).Count, "a pair total")
		require.Equal(t, goal.Race, asks(id, 1).Kind)
		require.Equal(t, 25, asks(id, 1).Count)
	}
	for stage := range 8 {
		want := "10 in all"
		if stage >= 4 {
			want = "5 in a row"
		}
		require.Equal(t, want, asks("short-ball-corners", stage).String())
	}
	require.Equal(t, "5 in a row", asks("body-through-middle", 0).String())
	for stage := range 4 {
		s := asks("through-the-zones", stage).Seconds
		require.True(t, s >= 15 && s <= 30, "15 to 30 s in each zone")
	}
	require.True(t, asks("brush-the-net", 0).Count >= 10 && asks("brush-the-net", 0).Count <= 15)
	require.True(t, asks("shadow-minute", 0).Seconds >= 60 && asks("shadow-minute", 0).Seconds <= 90)
	for id, to := range map[string][2]int{
		"corridorRace": {25, 0}, "unevenRace": {10, 5}, "guardMarker": {11, 0}, "shortBall11": {11, 0},
		"serveReturn11": {11, 0}, "takeTheNet": {5, 0},
	} {
		g, err := game.PresetByID(id)
		require.NoError(t, err)
		require.Equal(t, to, [2]int{g.Rules.To, g.Rules.ToB}, id)
	}
	for _, id := range []string{"shortBall11", "serveReturn11"} {
		g, err := game.PresetByID(id)
		require.NoError(t, err)
		require.Equal(t, 4, g.Rules.FeedChangesEvery, id)
	}

	short, err := ByID("short-ball-corners")
	require.NoError(t, err)
	c, _ := short.Court()
	o := c.Measure(short.Pattern.Area, short.Targets[0].At)
	require.True(t, o.FromSideline >= units.Feet(4) && o.FromSideline <= units.Feet(5))
	require.True(t, o.FromBaseline >= units.Feet(6) && o.FromBaseline <= units.Feet(7))
}

// A live rally at a pair's natural pace is drawn at about its tempo: two balls
// of one side take the time of four hits.
func TestRallyGapsAreATempoPeoplePlay(t *testing.T) {
	for _, e := range All() {
		for _, f := range e.Pattern.Feeds {
			c, _ := e.Court()
			if f.How != pattern.Live || c.Sport != "tennis" || f.From.Y < c.HalfLength*0.9 {
				continue
			}
			perMinute := 2 * 60 / f.Gap // both sides hit
			require.Greater(t, perMinute, 8.0, e.ID)
			require.Less(t, perMinute, 50.0, "50 a minute is the mark to aim at: %s", e.ID)
		}
	}
}

// Each goal that is by chance is neither hopeless nor sure for a student of the
// level the drill is made for, of whom nothing was counted; or it is said here why
// not.
func TestChancesSuitTheLevel(t *testing.T) {
	why := map[string]string{
		"marker-duel 0": "one hit of something so small wins it, among a hundred tries",
	}
	const least, most = 0.35, 0.95
	asked := 0
	for _, d := range All() {
		level, err := target.LevelOf(d.Level)
		require.NoError(t, err)
		unknown := progress.Unknown(0)
		for i, s := range d.Stages {
			curve := drill.CurveOf(nil, level, d.Asks(&flights, i, mover(t, &d)))
			require.Equal(t, d.ByChance(s), curve != nil, d.ID)
			if curve == nil {
				continue
			}
			asked++
			r := unknown.Rate(curve)
			if off := r.Mean < least || r.Mean > most; off != (why[fmt.Sprint(d.ID, " ", i)] != "") {
				t.Errorf("%s, goal %d: %.2f at its level", d.ID, i, r.Mean)
			}
		}
	}
	require.Greater(t, asked, 90)
}

// The other side of a drill is a drill of the other side in all that it has: places, strokes,
// targets, and every word that names a side. No neighbour is listed twice.
func TestTheOtherSideIsWhole(t *testing.T) {
	text := func(d drill.Drill) string {
		out := []string{d.Title, d.Intent}
		out = append(append(out, d.Cues...), d.Cautions...)
		for _, s := range d.Stages {
			out = append(out, s.Name, s.Cue)
		}
		for _, g := range d.Targets {
			out = append(out, g.Name)
		}
		return strings.ToLower(strings.Join(out, " · "))
	}
	named := 0
	for _, d := range All() {
		other := d.Mirror()
		was, is := text(d), text(other)
		require.Equal(t, strings.Count(was, "forehand"), strings.Count(is, "backhand"), d.ID)
		require.Equal(t, strings.Count(was, "backhand"), strings.Count(is, "forehand"), d.ID)
		require.Equal(t, strings.Count(was, " left"), strings.Count(is, " right"), "%s: %s", d.ID, is)
		if was != is {
			named++
		}
		for i, s := range d.Stages {
			require.Equal(t, s.Stroke.OtherSide(), other.Stages[i].Stroke, d.ID)
			for j, shot := range s.Shots {
				require.Equal(t, shot.Stroke.OtherSide(), other.Stages[i].Shots[j].Stroke, d.ID)
			}
			if s.Place != nil {
				require.InDelta(t, -s.Place.X, other.Stages[i].Place.X, 1e-12, d.ID)
			}
		}
		for i, f := range d.Pattern.Feeds {
			require.InDelta(t, -f.To.X, other.Pattern.Feeds[i].To.X, 1e-12, d.ID)
			require.Equal(t, f.Stroke.OtherSide(), other.Pattern.Feeds[i].Stroke, d.ID)
		}
		seen := map[string]string{}
		none := func(*drill.Drill) []drill.Player { return nil }
		for _, n := range d.Neighbours(&flights, nil, mover(t, &d), none) {
			key := n.Drill.Edition()
			require.Empty(t, seen[key], "%s: %s and %s are one", d.ID, seen[key], n.Label)
			seen[key] = n.Label
		}
	}
	require.Greater(t, named, 20)
}

package library

import (
	"encoding/json"
	"fmt"
	"testing"

	"hodometer/core/drill"
	"hodometer/core/footwork"
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

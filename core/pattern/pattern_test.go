package pattern

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/footwork"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// deepShortDeep is the fed line of three balls: deep to the forehand, short, and
// deep to the backhand, from a coach at the far service line.
// flights remember nothing: what is tested is flown anew.
var flights *Flights

func deepShortDeep() Pattern {
	feed := func(x, y float64, s Stroke) Feed {
		return Feed{
			How:    ByRacket,
			From:   Place{0, 6.4, 1},
			To:     court.Point{X: x, Y: y},
			By:     flight.ByClearance,
			Want:   1,
			Meet:   Falling,
			Height: 0.8,
			Stroke: s,
			Aim:    &court.Point{X: -2.5, Y: 9.5},
			Gap:    3.5,
		}
	}
	return Pattern{
		Court: "tennis",
		Area:  court.Singles,
		Hand:  court.RightHand,
		Start: court.Point{Y: -12.2},
		Base:  court.Point{Y: -12.2},
		Feeds: []Feed{feed(2.5, -9, Forehand), feed(1, -4.5, Forehand), feed(-2.5, -9, Backhand)},
		People: []Person{
			{Role: "feeder", At: court.Point{Y: 6.4}},
			{Role: "waiting", At: court.Point{X: 0, Y: -16.5}},
		},
		Objects: []Object{{"basket", court.Point{X: 0.8, Y: 6.8}}},
	}
}

func reckon(t require.TestingT, p Pattern) Turn {
	plan, err := p.Play(footwork.Club, 3, false)
	require.NoError(t, err)
	return plan
}

// Three fed balls at a coach's pace are work for a club student and no more;
// times run forward and the metres are what the legs add up to.
func TestDeepShortDeep(t *testing.T) {
	p := deepShortDeep()
	require.Empty(t, p.Validate())
	plan := reckon(t, p)
	require.Empty(t, flights.Notices(p, footwork.Club, 3, plan, true, units.Metric))
	sum := 0.0
	for i, b := range plan.Balls {
		require.True(t, b.Feasible, b.Reason)
		require.InDelta(t, 3.5*float64(i), b.Release, 1e-9)
		require.True(
			t,
			b.Release < b.Net && b.Net < b.Bounce && b.Bounce < b.Contact,
			"release, net, bounce, contact",
		)
		require.InDelta(t, 1, b.Over, 1e-3)
		require.InDelta(t, 0.8, b.At.Z, 0.35, "at the height asked for, or at the top of the bounce below it")
		sum += b.Leg.Metres
	}
	back := plan.Balls[2].Leg.Ends.Distance(plan.Recovers)
	require.InDelta(t, sum+back, plan.Metres, 1e-9, "and back to the base")
	require.Equal(t, plan.Balls[2].Contact, plan.Seconds)
	require.InDelta(t, 60/3.5, plan.PerMinute, 1e-9)
	junior, err := p.Play(footwork.Junior, 3, false)
	require.NoError(t, err)
	require.Less(t, junior.LeastSlack, plan.LeastSlack)
}

// On the rise a ball is met sooner and nearer to the net; in the air before it
// bounces.
func TestHowABallIsMet(t *testing.T) {
	p := deepShortDeep()
	falling := reckon(t, p).Balls[0]
	p.Feeds[0].Meet = Rising
	p.Feeds[0].Height = 0.5
	rising := reckon(t, p).Balls[0]
	require.Less(t, rising.Contact, falling.Contact)
	require.Greater(t, rising.At.Y, falling.At.Y)
	require.InDelta(t, 0.5, rising.At.Z, 0.05)
	p.Feeds[0].Meet, p.Feeds[0].To, p.Feeds[0].Height = InAir, court.Point{X: 1, Y: -3}, 1.2
	air := reckon(t, p).Balls[0]
	require.Zero(t, air.Bounce)
	require.InDelta(t, 1.2, air.At.Z, 1e-3)
	require.InDelta(t, -3, air.At.Y, 1e-3)
}

// drawn is some valid tennis pattern.
func drawn(t *rapid.T) Pattern {
	cm := func(name string, lo, hi int) float64 { return float64(rapid.IntRange(lo, hi).Draw(t, name)) / 100 }
	p := deepShortDeep()
	p.Feeds = p.Feeds[:rapid.IntRange(1, 3).Draw(t, "feeds")]
	for i := range p.Feeds {
		f := &p.Feeds[i]
		f.To = court.Point{X: cm("x", -400, 400), Y: cm("y", -1150, -300)}
		f.Want, f.Gap, f.SideRPM = cm(
			"want",
			30,
			250,
		), cm(
			"gap",
			100,
			500,
		), float64(
			rapid.IntRange(-500, 500).Draw(t, "side"),
		)
		f.Stroke = rapid.SampledFrom([]Stroke{Forehand, Backhand, Volley}).Draw(t, "stroke")
		f.Meet = rapid.SampledFrom([]Meet{Falling, Rising}).Draw(t, "meet")
	}
	p.Shift = rapid.Bool().Draw(t, "shift")
	return p
}

// Bends twice are no bend; a mirrored pattern asks the same of the student;
// nothing of the first pattern is touched.
func TestBends(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := drawn(t)
		before, err := json.Marshal(p)
		require.NoError(t, err)
		for name, bend := range map[string]func(Pattern) Pattern{
			"mirror":     Pattern.Mirror,
			"other hand": Pattern.OtherHand,
			"reverse":    Pattern.Reverse,
			"one side":   func(q Pattern) Pattern { return q.OneSide().OneSide() },
		} {
			if name == "one side" {
				require.Equal(t, p.OneSide(), bend(p))
				continue
			}
			require.Equal(t, p, bend(bend(p)), name)
			require.Empty(t, bend(p).Validate(), name)
		}
		plan, m := reckon(t, p), reckon(t, p.Mirror())
		within := 0.005
		if p.Shift { // the better spot is sought to a few centimetres
			within = 0.1
		}
		require.InDelta(t, plan.Metres, m.Metres, 4*within)
		for i, b := range plan.Balls {
			require.InDelta(t, b.Leg.Slack, m.Balls[i].Leg.Slack, within)
			require.InDelta(t, b.At.X, -m.Balls[i].At.X, 0.002)
			require.InDelta(t, p.Feeds[i].To.Y, p.SwapDepths().SwapDepths().Feeds[i].To.Y, 1e-9)
		}
		require.Equal(t, p.Anywhere(1, 5), p.Anywhere(1, 5), "the same seed deals the same")
		turned := p.Reverse()
		for i := range p.Feeds { // what belongs to the place in the rally stays there
			require.Equal(t, p.Feeds[i].Gap, turned.Feeds[i].Gap)
			require.Equal(t, p.Feeds[i].TopRPM, turned.Feeds[i].TopRPM)
			require.Equal(t, p.Feeds[len(p.Feeds)-1-i].To, turned.Feeds[i].To)
		}
		require.Empty(t, p.Anywhere(2, 5).Validate())
		require.Len(t, p.More().Feeds, len(p.Feeds)+1)
		require.Len(t, p.Fewer().Feeds, max(1, len(p.Feeds)-1))
		slow := reckon(t, p.Tempo(1.5))
		require.GreaterOrEqual(t, slow.Seconds, plan.Seconds-1e-9)
		after, err := json.Marshal(p)
		require.NoError(t, err)
		require.JSONEq(t, string(before), string(after), "a bend leaves the pattern as it was")
	})
}

// On a shorter court the same pattern can be fed, and there and back it comes
// to the same places.
func TestOtherCourts(t *testing.T) {
	p := deepShortDeep()
	for _, id := range []string{"tennisOrange", "tennisRed", "pickleball"} {
		q, err := flights.On(p, id)
		require.NoError(t, err)
		require.Empty(t, q.Validate(), id)
		for _, b := range reckon(t, q).Balls {
			require.True(t, b.Feasible, "%s: %s", id, b.Reason)
		}
		back, err := flights.On(q, "tennis")
		require.NoError(t, err)
		require.InDelta(t, p.Feeds[1].To.Y, back.Feeds[1].To.Y, 1e-9)
	}
	_, err := flights.On(p, "squash")
	require.ErrorContains(t, err, "no like")
}

// Every fix that is offered mends what the notice is about.
func TestFixesMend(t *testing.T) {
	mends := func(p Pattern, kind Kind) {
		t.Helper()
		plan := reckon(t, p)
		found := false
		for _, n := range flights.Notices(p, footwork.Club, 3, plan, true, units.Metric) {
			if n.Kind != kind {
				continue
			}
			found = true
			require.NotEmpty(t, n.Fixes, n.Text)
			for _, f := range n.Fixes {
				require.Empty(t, f.Pattern.Validate(), f.Label)
				after := reckon(t, f.Pattern)
				for _, left := range flights.Notices(f.Pattern, footwork.Club, 3, after, true, units.Metric) {
					require.False(t, left.Kind == kind && left.Feed == n.Feed, "%s: %s", f.Label, left.Text)
				}
			}
		}
		require.True(t, found, kind)
	}
	p := deepShortDeep()
	p.Feeds[0].By, p.Feeds[0].Want = flight.BySpeed, 8
	mends(p, CannotFeed)
	p = deepShortDeep()
	p.Feeds[1].Gap, p.Feeds[2].To.X = 1.2, -4
	mends(p, Unreachable)
	p = deepShortDeep()
	p.Feeds[1].Gap, p.Feeds[2].To = 1.2, court.Point{X: -4.6, Y: -9}
	mends(p, Unreachable)
	p.Feeds[1].Gap = 0.8
	mends(p, Unreachable)
	p = deepShortDeep()
	p.People[1].At = court.Point{X: 2.6, Y: -12.5}
	mends(p, Lane)
	p = deepShortDeep()
	p.People = append(p.People, Person{Role: "collector", At: court.Point{X: -1, Y: 5}})
	mends(p, Collecting)
	p = deepShortDeep()
	p.People = p.People[1:] // nobody feeds
	mends(p, NobodyBrings)
	p = deepShortDeep()
	p.Feeds[1].From, p.Feeds[2].How = Place{4, 8, 1}, ByMachine // from beside the feeder
	mends(p, NobodyBrings)
}

// A ball is brought by whoever stands nearest to where it starts: one feeder beside
// another keeps their own balls.
func TestWhoBringsABall(t *testing.T) {
	p := deepShortDeep()
	p.People = append(p.People, Person{Role: Feeder, At: court.Point{X: 0.4, Y: 6.4}})
	p.Feeds[1].From.X, p.Feeds[2].How = 0.3, Self
	require.Equal(t, []Source{{0, Nobody}, {2, Nobody}, {Nobody, Nobody}}, p.Sources())
	p.People = nil
	notices := flights.Notices(p, footwork.Club, 3, reckon(t, p), true, units.Metric)
	var said []string
	for _, n := range notices {
		if n.Kind == NobodyBrings {
			said = append(said, n.Text)
		}
	}
	require.Equal(t, []string{"Nobody stands where balls 1 and 2 come from."}, said)
}

// The tray of neighbours runs from easier to harder, leaves out what would be
// the same, and its figures are those of the patterns in it.
func TestNeighbours(t *testing.T) {
	p := deepShortDeep()
	tray := flights.Neighbours(p, footwork.Club, 3)
	ids := map[string]Neighbour{}
	for i, n := range tray {
		require.Empty(t, n.Pattern.Validate(), n.ID)
		require.InDelta(t, reckon(t, n.Pattern).Metres, n.Metres, 1e-9, n.ID)
		if i > 0 {
			require.GreaterOrEqual(t, n.Ratio, tray[i-1].Ratio)
		}
		ids[n.ID] = n
	}
	at := func(id string) int { return slices.IndexFunc(tray, func(n Neighbour) bool { return n.ID == id }) }
	require.Less(t, at("slower"), at("quicker"))
	require.Less(t, ids["onePlace"].Metres, reckon(t, p).Metres)
	one := p.OnePlace()
	for _, n := range flights.Neighbours(one, footwork.Club, 1) {
		require.NotEqual(t, "onePlace", n.ID)
		require.NotEqual(t, "oneSide", n.ID)
	}
}

// A path starts at the release, touches the floor at the bounce and ends at the
// contact.
func TestPathsAreTheBallsWay(t *testing.T) {
	plan, err := deepShortDeep().Play(footwork.Club, 3, true)
	require.NoError(t, err)
	for i, b := range plan.Balls {
		require.Greater(t, len(b.Path), 20, i)
		first, last := b.Path[0], b.Path[len(b.Path)-1]
		require.InDelta(t, b.Release, first.T, 1e-9)
		require.InDelta(t, b.Contact, last.T, 1e-3)
		require.InDelta(t, b.At.Y, last.Y, 1e-3)
		low := first
		for j, s := range b.Path {
			if s.Z < low.Z {
				low = s
			}
			if j > 0 {
				require.GreaterOrEqual(t, s.T, b.Path[j-1].T)
			}
		}
		require.InDelta(t, b.Bounce, low.T, 1e-3)
	}
}

// Squash feeds come off the front wall, badminton feeds are met in the air.
func TestOtherSports(t *testing.T) {
	s := Pattern{
		Court: "squash",
		Area:  court.Singles,
		Hand:  court.RightHand,
		Start: court.Point{Y: -5.5},
		Base:  court.Point{Y: -5.5},
		Feeds: []Feed{
			{
				How:    ByRacket,
				From:   Place{1, -4.5, 0.8},
				To:     court.Point{X: 2.5, Y: -7.5},
				By:     flight.ByClearance,
				Want:   1.3,
				Meet:   Falling,
				Height: 0.4,
				Stroke: Forehand,
				Gap:    3,
			},
		},
	}
	require.Empty(t, s.Validate())
	b := reckon(t, s).Balls[0]
	require.True(t, b.Feasible, b.Reason)
	require.True(t, 0 < b.Net && b.Net < b.Bounce && b.Bounce < b.Contact)
	c := Pattern{
		Court: "badminton",
		Area:  court.Singles,
		Hand:  court.LeftHand,
		Start: court.Point{Y: -3.4},
		Base:  court.Point{Y: -3.4},
		Feeds: []Feed{
			{
				How:    ByHand,
				From:   Place{0, 1.5, 1.6},
				To:     court.Point{X: 2, Y: -1.2},
				By:     flight.ByClearance,
				Want:   0.5,
				Meet:   InAir,
				Height: 1.3,
				Stroke: Backhand,
				Gap:    2,
			},
		},
	}
	require.Empty(t, c.Validate())
	b = reckon(t, c).Balls[0]
	require.True(t, b.Feasible, b.Reason)
	require.InDelta(t, 1.3, b.At.Z, 1e-3)
}

func TestWhatIsWrongIsNamed(t *testing.T) {
	for field, spoil := range map[string]func(*Pattern){
		"court":           func(p *Pattern) { p.Court = "moon" },
		"area":            func(p *Pattern) { p.Area = "triples" },
		"hand":            func(p *Pattern) { p.Hand = "both" },
		"start":           func(p *Pattern) { p.Start.X = 40 },
		"feeds":           func(p *Pattern) { p.Feeds = nil },
		"feeds[1].by":     func(p *Pattern) { p.Feeds[1].By = "luck" },
		"feeds[1].want":   func(p *Pattern) { p.Feeds[1].Want = 99 },
		"feeds[1].from":   func(p *Pattern) { p.Feeds[1].From.Z = 9 },
		"feeds[1].to":     func(p *Pattern) { p.Feeds[1].To.Y = 5 },
		"feeds[1].meet":   func(p *Pattern) { p.Feeds[1].Meet = "late" },
		"feeds[1].height": func(p *Pattern) { p.Feeds[1].Height = 9 },
		"feeds[1].gap":    func(p *Pattern) { p.Feeds[1].Gap = 0 },
		"feeds[1].topRpm": func(p *Pattern) { p.Feeds[1].TopRPM = 1e6 },
		"people[1].at":    func(p *Pattern) { p.People[1].At.X = 99 },
		"objects[0].at":   func(p *Pattern) { p.Objects[0].At.Y = 99 },
	} {
		p := deepShortDeep()
		spoil(&p)
		var problems units.Problems = p.Validate()
		require.Len(t, problems, 1, field)
		require.True(t, strings.HasPrefix(problems[0].Field, field), "%s: %v", field, problems)
	}
}

// A pattern of twelve feeds, as it is dragged.
func BenchmarkTwelveFeeds(b *testing.B) {
	p := deepShortDeep()
	for len(p.Feeds) < 12 {
		p.Feeds = append(p.Feeds, p.Feeds...)
	}
	p.Feeds = p.Feeds[:12]
	for b.Loop() {
		plan, _ := p.Play(footwork.Club, 3, true)
		flights.Notices(p, footwork.Club, 3, plan, true, units.Metric)
	}
}

// One feed eight times costs what eight feeds cost, and a turn so long that its
// end is not run ball by ball what its rounds cost.
func TestAWholeTurn(t *testing.T) {
	one := deepShortDeep()
	one.Feeds = one.Feeds[:1]
	eight := one.Clone()
	for range 7 {
		eight.Feeds = append(eight.Feeds, one.Feeds[0])
	}
	whole := func(p Pattern, n int) Turn {
		balls, err := p.Fly()
		require.NoError(t, err)
		return p.Whole(footwork.Club, balls, n)
	}
	a, b := whole(one, 8), whole(eight, 8)
	require.InDelta(t, b.Metres, a.Metres, 1e-9)
	require.InDelta(t, b.Seconds, a.Seconds, 1e-9)
	require.InDelta(t, b.LeastSlack, a.LeastSlack, 1e-9)
	require.InDelta(t, b.PerMinute, a.PerMinute, 1e-9)
	fifty, hundred := whole(deepShortDeep(), 51), whole(deepShortDeep(), 102)
	require.InDelta(t, 102*3.5, hundred.Seconds, 3.5)
	require.InEpsilon(t, 2, hundred.Metres/fifty.Metres, 0.01)
}

// A shuffle is drawn anew every turn: each round holds every ball once, released
// in the pattern's rhythm, and the rounds are not alike.
func TestAShuffleIsDrawnAnew(t *testing.T) {
	p := deepShortDeep()
	p.Feeds = append(p.Feeds, p.Feeds[0], p.Feeds[1])
	p = p.Shuffled()
	require.Empty(t, p.Validate())
	balls, err := p.Fly()
	require.NoError(t, err)
	turn := p.Whole(footwork.Club, balls, 4*len(p.Feeds))
	orders := map[string]bool{}
	for round := range 4 {
		var order []int
		for i, b := range turn.Balls[round*len(p.Feeds) : (round+1)*len(p.Feeds)] {
			order = append(order, b.Feed)
			require.InDelta(t, 3.5*float64(round*len(p.Feeds)+i), b.Release, 1e-9)
			require.InDelta(t, balls[b.Feed].Contact-balls[b.Feed].Release, b.Contact-b.Release, 1e-9)
		}
		require.ElementsMatch(t, []int{0, 1, 2, 3, 4}, order)
		orders[fmt.Sprint(order)] = true
	}
	require.Greater(t, len(orders), 2)
}

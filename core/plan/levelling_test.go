package plan_test

import (
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/game"
	"hodometer/core/goal"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/pattern"
	"hodometer/core/plan"
	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// Leveled, every student is within the band at the first goal, and what is
// counted at an own target is kept under its size.
func TestLevelingBringsEverybodyIntoTheBand(t *testing.T) {
	l, students := sample.Today(t)
	l.Blocks[1].Drill.Targets[0].Radius = 0.9
	hand := func() *plan.Detail { return detail(t, l, 1, students) }
	levels := map[string]plan.Levelling{}
	for _, v := range hand().Levelling {
		levels[v.What] = v
	}
	require.Contains(t, levels["target"].Why[0], "Wren")
	l.Blocks[1] = levels["target"].Fix.Blocks[0]
	require.Empty(t, l.Validate())
	after := reckon(t, l, students)
	for i, p := range after.Blocks[1].Drill.Players { // the reason says what comes of it, not what was aimed at
		require.Contains(t, levels["target"].Why[i], "it is "+plan.Percent(p.Stages[0].Rate.Mean))
	}
	for i, p := range after.Blocks[1].Drill.Players {
		rate := p.Stages[0].Rate.Mean
		require.True(t, rate > plan.BandLow && rate < plan.BandHigh, "%s %.2f", students[i].Name, rate)
	}
	for _, v := range hand().Levelling {
		require.NotEqual(t, "target", v.What, "nothing left to level")
	}
	require.NotEqual(t, l.Blocks[1].Variant(students[0].ID).Scale, l.Blocks[1].Variant(students[1].ID).Scale)

	// The goals are leveled on top: everybody will probably finish.
	for _, v := range hand().Levelling {
		if v.What == "goal" {
			l.Blocks[1] = v.Fix.Blocks[0]
		}
	}
	require.Empty(t, l.Validate())
	for i, p := range reckon(t, l, students).Blocks[1].Drill.Players {
		require.GreaterOrEqual(t, p.Finish.Value, drill.Enough, students[i].Name)
	}
}

// An own version, tempo and counts change that student's drill and nobody else's. Where
// one student's balls come slower, their turns take longer, and all get fewer.
func TestOwnDrills(t *testing.T) {
	l, students := sample.Line(t, "line-deep-short-deep", 3, 20)
	b := l.Blocks[0]
	before := reckon(t, l, students).Blocks[0].Drill
	l.Blocks[0] = b.With(
		lesson.Variant{Student: students[1].ID, Scale: 1, Tempo: 1.5, Bend: "oneSide", Counts: []int{3}},
	)
	require.Empty(t, l.Validate())
	after := reckon(t, l, students).Blocks[0].Drill
	require.Equal(t, before.Players[0].Stages[0].Rate, after.Players[0].Stages[0].Rate)
	require.Equal(t, before.Players[0].Stages[0].Goal, after.Players[0].Stages[0].Goal)
	require.Equal(t, 3, after.Players[1].Stages[0].Goal.Count)
	require.InDelta(
		t,
		before.Players[1].Contacts.Value*3/3.5,
		after.Players[1].Contacts.Value,
		3,
		"one of three turns takes half as long again",
	)
}

// The tempo is levelled for each by what they move and play themselves: another's
// own version of the feeds changes nothing for those who come after.
func TestTempoIsLevelledForEach(t *testing.T) {
	l, students := sample.Line(t, "line-wide-crossover", 3, 10)
	d := l.Blocks[0].Drill
	d.Pattern = d.Pattern.Tempo(0.55)
	tempo := func() map[string]float64 {
		for _, v := range detail(t, l, 0, students).Levelling {
			if v.What == "tempo" {
				out := map[string]float64{}
				for _, o := range v.Fix.Blocks[0].Variants {
					out[o.Student] = o.Tempo
				}
				return out
			}
		}
		return nil
	}
	all := tempo()
	require.Greater(t, all[students[2].ID], 1.0)
	l.Blocks[0] = l.Blocks[0].With(lesson.Variant{Student: students[0].ID, Scale: 1, Bend: "onePlace"})
	require.Equal(t, all[students[2].ID], tempo()[students[2].ID])
	fit := l.Blocks[0].With(lesson.Variant{Student: students[2].ID, Scale: 1, Tempo: all[students[2].ID]})
	asks, ok := new(pattern.Flights).Asks(fit.DrillFor(students[2].ID).Pattern, footwork.Club, d.TurnBalls)
	require.True(t, ok)
	require.LessOrEqual(t, asks.Ratio, plan.TooTight)
}

// The rally chance comes from levels and from what the rules favour: the uneven
// race 10 to 5 is about even at its own setting, and making a game even never
// makes it 11 to 11 for two who are not.
func TestRallyChanceAndHandicap(t *testing.T) {
	l, students := sample.Today(t) // club against performance
	require.InDelta(t, 1.0/3, plan.RallyChance(game.Rules{}, students), 1e-12)
	block := &l.Blocks[2]
	chance, level := plan.Even(block, students)
	require.Less(t, chance, 0.2)
	require.NotNil(t, level)
	fit := level.Fix.Blocks[0]
	require.Less(t, fit.Match.Rules.To, fit.Match.Rules.ToB)
	chance, level = plan.Even(&fit, students)
	require.InDelta(t, 0.5, chance, game.Even+1e-9)
	require.Nil(t, level)

	uneven, err := game.PresetByID("unevenRace")
	require.NoError(t, err)
	students[1].Level = students[0].Level
	m := *block.Match
	m.Rules = uneven.Rules
	race := *block
	race.Match = &m
	chance, level = plan.Even(&race, students)
	require.InDelta(t, 0.4755, chance, 0.02)
	require.Nil(t, level)
}

// Who met everything gets nothing easier: not a larger target, not fewer balls;
// who did not may.
func TestMeetingEverythingNeverEases(t *testing.T) {
	l, students := sample.Line(t, "line-all-deep", 2, 12)
	for i := range students {
		sample.Count(
			t,
			&students[i],
			l.Blocks[0].Drill,
			sample.Session{DaysAgo: 3, Balls: 30, Good: 21 - 18*i},
		)
	}
	b := new(
		plan.Planner,
	).Level(t.Context(), l, l.Blocks[0], students, plan.Last{Met: []string{students[0].ID}}, units.Metric).
		Block
	asked := func(s plan.Student) (scale float64, count int) {
		return b.Variant(s.ID).Scale, b.DrillFor(s.ID).Stages[0].Goal.Count
	}
	scale, count := asked(students[0])
	require.LessOrEqual(t, scale, 1.0)
	require.GreaterOrEqual(t, count, l.Blocks[0].Drill.Stages[0].Goal.Count)
	scale, count = asked(students[1])
	nearer := b.Variant(students[1].ID).Bend != ""
	require.True(t, scale > 1 || nearer || count < l.Blocks[0].Drill.Stages[0].Goal.Count)
}

// Rallies of games outweigh the levels as they add up, those against others too.
func TestRalliesPlayedCount(t *testing.T) {
	_, students := sample.Today(t) // club against performance
	before := plan.RallyChance(game.Rules{}, students)
	plan.Stand(students, []units.Level{units.Club}, []plan.Meeting{
		{A: []int{0}, B: []int{1}, WonA: 70, WonB: 30},
	})
	after := plan.RallyChance(game.Rules{}, students)
	require.Greater(t, after, before)
	require.Less(t, after, 0.7)
	require.Equal(t, 100, students[0].Rallied)
	plan.Stand(students, []units.Level{units.Club}, []plan.Meeting{
		{A: []int{0}, B: []int{2}, WonA: 70, WonB: 30},
	})
	other := plan.RallyChance(game.Rules{}, students)
	require.Greater(t, other, before)
	require.Less(t, other, after)
}

// One of something is not levelled to two, however much the rest gives way.
func TestOneStaysOne(t *testing.T) {
	l, students := sample.Line(t, "three-quarter-start", 2, 8)
	d := l.Blocks[0].Drill.Clone()
	d.Stages = []drill.Stage{d.Stages[0], d.Stages[0]}
	d.Stages[0].Goal.Count, d.Stages[1].Goal.Count = 1, 90
	l.Blocks[0].Drill = &d
	require.Empty(t, l.Validate())
	b := new(plan.Planner).Level(t.Context(), l, l.Blocks[0], students, plan.Last{}, units.Metric).Block
	counts := b.Variant(students[0].ID).Counts
	require.Len(t, counts, 2)
	require.Equal(t, 1, counts[0])
	require.Less(t, counts[1], 90)
}

// levelled are the offers for the first block, by what they change.
func levelled(t testing.TB, l *lesson.Lesson, students []plan.Student) map[string]plan.Levelling {
	out := map[string]plan.Levelling{}
	for _, v := range detail(t, l, 0, students).Levelling {
		out[v.What] = v
	}
	return out
}

// However seldom a student makes it, no target is proposed that is wider than half of the
// court.
func TestNoTargetIsLargerThanHalfTheCourt(t *testing.T) {
	offered := 0
	for _, id := range []string{"line-all-deep", "short-ball-corners", "line-deep-short-deep", "cone-drive"} {
		if _, err := library.ByID(id); err != nil {
			continue
		}
		l, students := sample.Line(t, id, 2, 12)
		for i := range students {
			sample.Count(t, &students[i], l.Blocks[0].Drill, sample.Session{DaysAgo: 3, Balls: 60, Good: 1})
		}
		d := l.Blocks[0].Drill
		v, ok := levelled(t, l, students)["target"]
		if !ok {
			continue
		}
		offered++
		c, err := d.Court()
		require.NoError(t, err)
		for _, own := range v.Fix.Blocks[0].Variants {
			size := own.Scale * d.Radial(d.Stages[0])
			require.LessOrEqual(t, 2*size, c.Half(d.Pattern.Area)+0.03, "%s: %.2f m", id, size)
		}
	}
	require.Positive(t, offered)
}

// Who makes a ball too seldom is offered a shorter shot, which comes more often; who makes it
// often enough is not.
func TestAShorterShotIsOffered(t *testing.T) {
	l, students := sample.Line(t, "line-all-deep", 2, 12)
	d := l.Blocks[0].Drill
	sample.Count(t, &students[0], d, sample.Session{DaysAgo: 3, Balls: 60, Good: 20})
	sample.Count(t, &students[1], d, sample.Session{DaysAgo: 3, Balls: 60, Good: 54})
	before := reckon(t, l, students).Blocks[0].Drill.Players
	require.Less(t, before[0].Stages[0].Rate.Mean, plan.BandLow)
	v, ok := levelled(t, l, students)["shot"]
	require.True(t, ok)
	l.Blocks[0] = v.Fix.Blocks[0]
	require.Empty(t, l.Validate())
	after := reckon(t, l, students).Blocks[0].Drill.Players
	require.Greater(t, after[0].Stages[0].Rate.Mean, before[0].Stages[0].Rate.Mean+0.02)
	require.Equal(t, before[1].Stages[0].Rate.Mean, after[1].Stages[0].Rate.Mean)
}

// Where one is done long before the other, it is offered that a turn ends as its goal is met:
// the balls left go to who needs them, and the least chance is better.
func TestTurnsThatEndAsTheGoalIsMetAreOffered(t *testing.T) {
	l, students := sample.Line(t, "short-ball-corners", 2, 8)
	d := l.Blocks[0].Drill
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.Total, Count: 24}
	sample.Count(t, &students[0], d, sample.Session{DaysAgo: 3, Balls: 60, Good: 56})
	sample.Count(t, &students[1], d, sample.Session{DaysAgo: 3, Balls: 60, Good: 24})
	require.Empty(t, l.Validate())
	least := func() float64 {
		out := 1.0
		for _, p := range reckon(t, l, students).Blocks[0].Drill.Players {
			out = min(out, p.Finish.Value)
		}
		return out
	}
	before := least()
	v, ok := levelled(t, l, students)["turn"]
	require.True(t, ok)
	l.Blocks[0] = v.Fix.Blocks[0]
	require.Empty(t, l.Validate())
	require.Greater(t, least(), before)
	require.NotContains(t, levelled(t, l, students), "turn", "it is offered once")
}

// A drill that is put in a lesson is set to its students at once: whoever they are, each has
// goals worth trying, and a line says what was changed for whom. What suits them already stays.
func TestADrillIsSetToItsStudents(t *testing.T) {
	for _, k := range []struct {
		drill string
		level units.Level
	}{
		{"short-ball-corners", units.Beginner},
		{"short-ball-corners", units.Club},
		{"line-all-deep", units.Performance},
		{"shuttle-net-drop", units.Performance},
		{"figure-of-eight", units.Beginner}, // its counts are the pair's
		{"red-partner-rally", units.Beginner},
	} {
		d := sample.Drill(t, k.drill)
		l := &lesson.Lesson{
			Format: lesson.Format, FormatVersion: lesson.FormatVersion, ID: sample.ID(1), Title: "Set",
			Date: "2026-05-17", Start: "17:00", SlotMinutes: 60, Court: d.Pattern.Court,
		}
		var students []plan.Student
		for i, name := range []string{"Wren", "Tove"} {
			students = append(students, plan.Student{
				ID: sample.ID(100 + i), Name: name, Hand: court.RightHand, Level: k.level,
			})
			l.Students = append(l.Students, students[i].ID)
		}
		b := lesson.ForDrill(d)
		b.ID = sample.ID(2)
		set := new(plan.Planner).Level(t.Context(), l, b, students, plan.Last{}, units.Metric)
		require.Len(t, set.Chances, 2, k.drill)
		for i, chance := range set.Chances {
			require.Greater(t, chance, 0.5, "%s for %s", k.drill, k.level)
			require.LessOrEqual(t, chance, 0.95, "%s for %s", k.drill, k.level)
			v := set.Block.Variant(students[i].ID)
			for _, target := range set.Block.DrillFor(students[i].ID).Targets {
				c, err := d.Court()
				require.NoError(t, err)
				require.LessOrEqual(
					t,
					target.Radial(),
					max(d.Targets[0].Radial(), c.Half(d.Pattern.Area)/2)*1.1,
				)
			}
			if v.Scale != 1 || len(v.Counts) > 0 || v.Bend != "" {
				require.Contains(t, strings.Join(set.Changed, "\n"), students[i].Name+": ", k.drill)
			}
		}
		if k.drill == "red-partner-rally" {
			require.Empty(t, set.Changed, "it was made for them")
		}
	}
}

// A warm-up in fewer minutes than it has roles can be shortened to whole roles of both partners.
func TestAScriptIsShortened(t *testing.T) {
	l, students := sample.Today(t)
	script := l.Blocks[0].Script
	l.Blocks[0].Minutes = len(script) / 2
	for _, n := range reckon(t, l, students).Blocks[0].Notices {
		if n.Kind != "scriptLength" {
			continue
		}
		require.Len(t, n.Fixes, 2)
		short := n.Fixes[0].Blocks[0]
		require.Len(t, short.Script, short.Minutes)
		require.Equal(t, script[0], short.Script[0])
		require.Equal(t, len(script), n.Fixes[1].Blocks[0].Minutes)
		return
	}
	t.Fatal("nothing is said of the minutes that are missing")
}

// A target moves by a fifth from lesson to lesson, whichever way, and what was met at a large one
// is followed by one a little smaller, not by the drill's own.
func TestTargetsMoveInSteps(t *testing.T) {
	l, students := sample.Line(t, "line-all-deep", 2, 10)
	d := l.Blocks[0].Drill
	own := d.Radial(d.Stages[0])
	for i := range students {
		students[i].Level = units.Beginner
		sample.Count(t, &students[i], d, sample.Session{DaysAgo: 3, Balls: 40, Good: 12})
	}
	for _, was := range []float64{0.5, 1, 1.8, 2.9} {
		last := plan.Last{Met: []string{students[0].ID}, Size: map[string]float64{}}
		for _, s := range students {
			last.Size[s.ID] = was * own
		}
		b := new(plan.Planner).Level(t.Context(), l, l.Blocks[0], students, last, units.Metric).Block
		for i, s := range students {
			is := b.DrillFor(s.ID).Radial(d.Stages[0]) / own
			require.InDelta(t, was, is, 0.21*was, "from %g", was)
			if i == 0 {
				require.LessOrEqual(t, is, was*1.01, "who met all gets nothing easier")
			}
		}
	}
}

// Who met everything with balls enough is not left with the same counts where there are far too
// few for them.
func TestCountsGiveWayWhereTheyAreOutOfReach(t *testing.T) {
	l, students := sample.Line(t, "line-all-deep", 6, 3)
	last := plan.Last{Met: l.Students}
	set := new(plan.Planner).Level(t.Context(), l, l.Blocks[0], students, last, units.Metric)
	require.Greater(t, set.Least(), 0.4)
	for _, s := range students {
		require.Less(t, set.Block.DrillFor(s.ID).Stages[0].Goal.Count, l.Blocks[0].Drill.Stages[0].Goal.Count)
		require.LessOrEqual(t, set.Block.Variant(s.ID).Scale, 1.0, "and no larger target")
	}
}

// A drill that is picked for a group is set to it in all that there is to set: also to its pace
// where a ball is a stretch, and to the end of a turn where the counts stand, as they do for those
// who have met them, and that helps who has the least chance.
func TestAPickedDrillIsSetInTurnAndPace(t *testing.T) {
	l, _ := sample.Line(t, "short-ball-corners", 8, 6)
	students, ids := sample.Group(8, 1)
	l.Students = ids
	d := l.Blocks[0].Drill
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.InARow, Count: 3}
	d.Turn = nil
	level := func() plan.Levelled {
		require.Empty(t, l.Validate())
		var p plan.Planner
		return p.Level(t.Context(), l, l.Blocks[0], students, plan.Last{Met: ids}, units.Metric)
	}
	v := level()
	require.NotNil(t, v.Block.Drill.Turn, v.Changed)
	require.Equal(t, drill.ByMet, v.Block.Drill.Turn.Ends[0].By)
	require.Contains(t, strings.Join(v.Changed, "\n"), "End a turn as soon as its goal is met")

	l, _ = sample.Line(t, "line-wide-crossover", 3, 10)
	l.Blocks[0].Drill.Pattern = l.Blocks[0].Drill.Pattern.Tempo(0.55)
	students, l.Students = students[:3], ids[:3]
	v = level()
	require.Contains(t, strings.Join(v.Changed, "\n"), "of the time available", v.Changed)
	require.Greater(t, max(v.Block.Variant(ids[0]).Tempo, v.Block.Variant(ids[1]).Tempo), 1.0)
	require.GreaterOrEqual(t, v.Least(), 0.55, "and the goals are still worth trying")
}

// Where a student has so few balls that no count keeps the wanted chance, the least count is
// taken, not the full one that nobody meets: six on a squash court.
func TestTheLeastCountWhereNoneIsInReach(t *testing.T) {
	l, students := sample.Line(t, "squash-drop-front", 6, 9)
	l.Court = "squash"
	require.Empty(t, l.Validate())
	var p plan.Planner
	v := p.Level(t.Context(), l, l.Blocks[0], students, plan.Last{}, units.Metric)
	require.Greater(t, v.Least(), 0.1, v.Changed)
}

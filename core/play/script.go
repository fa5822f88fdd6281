package play

import (
	"hash/fnv"
	"slices"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/rotation"
)

// Nobody stands for no student, stage or ball.
const Nobody = -1

// Ball is one ball of a turn: the feed of the pattern that it is, the stage it counts
// for, Nobody where it is not counted, and who hits it: a place of the roles, Nobody
// for whoever hits. A new one comes from the basket, another from the rally before it.
type Ball struct {
	Feed, Stage, Role int
	New               bool
}

// Script is a block laid out for those who are there. It never changes; what happens is
// in a State. Students and stages are their places in the lesson and in the drill.
type Script struct {
	Lesson *lesson.Lesson
	Block  *lesson.Block
	Here   []int  // who takes turns
	Round  *Round // nil where nothing changes

	students, stages  int
	goals             []aim      // of each student at each stage
	hitters           [][]hitter // who hits, by the round's turn
	placeOf           []int      // the place held by who hits, turns × students; −1: none
	begins            []int      // the stage with which each begins
	repeats           []bool     // a stage that is done, not hit
	pots              []int      // whose tally a student's goal is, students × stages
	gates             []drill.GateFor
	groups            [][2]int // from and to of the stages side by side, by stage
	balls             [][]Ball // of a turn, by stage; alike for those side by side
	fresh             []int    // how many of those come from the basket
	alike             []bool   // they all count for the stage, for whoever hits, and come from one place
	lot               uint64   // the block's, of which the balls of a turn are drawn
	ends              []drill.End
	turn              drill.Turn
	byMiss, byRow     bool         // a miss, or good ones in a row, may end a turn or a try
	metEnds, missEnds bool         // a turn ends as a stage is met, or with a miss
	rowEnds           int          // and with so many good ones in a row; 0: with none
	pairings          [][][2][]int // who plays whom, turn by turn and court by court
	opening           Turn         // as each begins
	drawn             bool         // how many balls a turn has is drawn
	shared            bool         // two who hit take the balls in turn: of one feeder, or of a rally
}

// aim is a goal, with what its kind says of it at hand.
type aim struct {
	goal.Goal
	timed, startsAgain bool
}

func aimOf(g goal.Goal) aim { return aim{g, g.Kind.Timed(), g.Kind.StartsAgain()} }

// hitter is one who hits in a turn, and the place of the round held there.
type hitter struct{ student, place int }

// Compile lays out a block for those who are there, by their place in the lesson. What
// cannot be played was refused when the drill was validated.
func Compile(l *lesson.Lesson, b *lesson.Block, here []int) *Script {
	s := &Script{Lesson: l, Block: b, Here: here, students: len(l.Students)}
	if (b.Drill != nil || b.Match != nil) && len(l.Students) > 0 && len(here) > 0 {
		if y := RoundOf(l, b, here); len(y.Turns) > 1 {
			s.Round = &y
		}
	}
	if b.Drill != nil {
		s.compile(b.Drill)
	}
	if b.Match != nil {
		s.pairings = pairingsOf(l, b, here)
	}
	s.seat()
	s.opening = s.begun()
	return s
}

// seat notes who hits in each turn of the round: all who are there, where there is none.
func (s *Script) seat() {
	if s.Round == nil {
		s.hitters = [][]hitter{make([]hitter, len(s.Here))}
		s.placeOf = slices.Repeat([]int{Nobody}, s.students)
		for i, student := range s.Here {
			s.hitters[0][i], s.placeOf[student] = hitter{student, 0}, 0
		}
		return
	}
	turns := s.Round.Turns
	works := make([]bool, len(s.Round.Places))
	for p := range works {
		works[p] = s.works(p)
	}
	all := make([]hitter, 0, len(turns)*len(s.Here)) // of every turn, one after the other
	s.hitters, s.placeOf = make([][]hitter, len(turns)), slices.Repeat([]int{Nobody}, len(turns)*s.students)
	for n, seats := range turns {
		from := len(all)
		for p, held := range seats {
			if !works[p] {
				continue
			}
			for _, student := range held {
				all = append(all, hitter{student, p})
				if place := &s.placeOf[n*s.students+student]; *place == Nobody {
					*place = p
				}
			}
		}
		s.hitters[n] = all[from:len(all):len(all)]
	}
}

func (s *Script) compile(d *drill.Drill) {
	s.stages = len(d.Stages)
	if d.Turn != nil {
		s.turn = *d.Turn
	}
	s.ends = d.EndsOf()
	s.byMiss = s.turn.OneBall
	for _, e := range s.ends {
		s.drawn = s.drawn || e.By == drill.ByBalls && e.Most > e.Least
		switch e.By {
		case drill.ByMet:
			s.metEnds = true
		case drill.ByMiss:
			s.missEnds, s.byMiss = true, true
		case drill.ByRow:
			if s.byRow = true; s.rowEnds == 0 || e.Count < s.rowEnds {
				s.rowEnds = e.Count
			}
		}
	}
	for i, stage := range d.Stages {
		from, to := d.GroupOf(i)
		s.groups = append(s.groups, [2]int{from, to})
		s.gates = append(s.gates, d.Stages[to-1].Gate)
		s.repeats = append(s.repeats, !d.ByChance(stage) && !stage.Goal.Kind.StartsAgain())
		if from < i {
			s.balls = append(s.balls, s.balls[from])
			continue
		}
		s.balls = append(s.balls, ballsOf(d, i))
	}
	for i, balls := range s.balls {
		fresh, alike := 0, true
		for _, b := range balls {
			if b.New {
				fresh++
			}
			alike = alike && b.Stage == i && b.Role == Nobody && b.New == balls[0].New
		}
		s.fresh, s.alike = append(s.fresh, fresh), append(s.alike, alike)
	}
	h := fnv.New64a()
	_, _ = h.Write([]byte(s.Block.ID)) // a hash takes all
	s.lot = h.Sum64()
	s.shared = slices.ContainsFunc(d.Pattern.Feeds, func(f pattern.Feed) bool {
		return f.How == pattern.Live || f.How == pattern.ByHand || f.How == pattern.ByRacket
	})
	for i, id := range s.Lesson.Students {
		own := s.Block.DrillFor(id)
		s.begins = append(s.begins, min(s.Block.Variant(id).Begin, s.stages-1))
		for j, stage := range own.Stages {
			s.goals = append(s.goals, aimOf(stage.Goal))
			s.pots = append(
				s.pots,
				drill.HeldBy(drill.Stage{Holder: stage.Holder}, s.students, i)[0]*s.stages+j,
			)
		}
	}
}

// ballsOf are the balls of a turn at the i-th stage of the drill and at those beside it.
func ballsOf(d *drill.Drill, i int) (out []Ball) {
	from, to := d.GroupOf(i)
	for _, f := range d.FeedsAt(i) {
		ball := Ball{Feed: f, Stage: Nobody, Role: Nobody, New: d.Pattern.Feeds[f].How.Fed()}
		for j := from; j < to; j++ {
			g := d.Stages[j]
			counts := g.Counts
			if len(counts) == 0 {
				counts = g.Feeds
			}
			if len(counts) == 0 || slices.Contains(counts, f) {
				ball.Stage = j
				break
			}
		}
		if h := d.Pattern.Feeds[f].Hitter; h != "" {
			ball.Role = slices.IndexFunc(d.Roles, func(r drill.Role) bool { return r.ID == h })
		}
		out = append(out, ball)
	}
	return out
}

// Balls are the balls of a turn at a stage, those of the stages beside it among them.
func (s *Script) Balls(stage int) []Ball { return s.balls[stage] }

// newOf is how many of so many balls of a stage come from the basket.
func (s *Script) newOf(stage, balls int) int {
	switch of, fresh := len(s.balls[stage]), s.fresh[stage]; fresh {
	case 0:
		return 0
	case of:
		return balls
	default:
		return (balls*fresh + of/2) / of
	}
}

// Group are the stages that run side by side with one, from and to.
func (s *Script) Group(stage int) (from, to int) { return s.groups[stage][0], s.groups[stage][1] }

// Goal is what a student has to do at a stage.
func (s *Script) Goal(student, stage int) goal.Goal { return s.aim(student, stage).Goal }

func (s *Script) aim(student, stage int) *aim { return &s.goals[student*s.stages+stage] }

// Holders calls visit with everyone who holds a student's goal.
func (s *Script) Holders(student, stage int, visit func(student int)) {
	pot := s.pots[student*s.stages+stage]
	for i := range s.students {
		if s.pots[i*s.stages+stage] == pot {
			visit(i)
		}
	}
}

// hits reports whether the student hits in the turn of that number.
func (s *Script) hits(turn, student int) bool { return s.roleIn(turn, student) >= 0 }

// roleIn is the place of the round that a student who hits holds in a turn; −1 for who
// does not hit.
func (s *Script) roleIn(turn, student int) int { return s.placeOf[s.around(turn)*s.students+student] }

// Working is how many hit in a turn, the most of any.
func (s *Script) Working() (most int) {
	for _, who := range s.hitters {
		most = max(most, len(who))
	}
	return most
}

// hitting are those who hit in a turn, in the order of the places.
func (s *Script) hitting(turn int) []hitter { return s.hitters[s.around(turn)] }

// Hitting calls visit with everyone who hits in a turn.
func (s *Script) Hitting(turn int, visit func(student int)) {
	for _, h := range s.hitting(turn) {
		visit(h.student)
	}
}

// around is a turn's place in the round, going round.
func (s *Script) around(turn int) int {
	n := len(s.hitters)
	if turn >= 0 && turn < n {
		return turn
	}
	return (turn%n + n) % n
}

// Seats of a turn of the round, going round.
func (s *Script) Seats(turn int) [][]int {
	return s.Round.Turns[s.around(turn)]
}

// mine reports whether a ball is hit by who holds a place of the round.
func (s *Script) mine(ball Ball, place int) bool {
	if ball.Role == Nobody || s.Round == nil || place >= len(s.Round.Roles) {
		return true
	}
	return s.Round.Roles[place] == ball.Role || s.Round.Roles[place] == Nobody
}

// works reports whether who holds a place of the round hits balls that are counted: at
// stations those with the coach, at the first; a partner only those that are given to them.
func (s *Script) works(place int) bool {
	if s.Block.Drill != nil && s.Block.Moves() == lesson.Stations {
		return place == 0
	}
	if s.Round.Places[place].Doing != rotation.Hitting {
		return false
	}
	if place >= len(s.Round.Roles) || s.Round.Roles[place] == Nobody {
		return true
	}
	role := s.Block.Drill.Roles[s.Round.Roles[place]]
	return role.Is == pattern.Hitter ||
		slices.ContainsFunc(
			s.Block.Drill.Pattern.Feeds,
			func(f pattern.Feed) bool { return f.Hitter == role.ID },
		)
}

// Fed reports whether the block has a basket to count.
func (s *Script) Fed() bool {
	return s.Block.Drill != nil && s.Block.Drill.Basket > 0 && !s.turn.OneBall
}

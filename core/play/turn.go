package play

import (
	"slices"

	"hodometer/core/drill"
	"hodometer/core/lesson"
)

// ralliesOnDeck are the rallies of a turn on deck where neither the rules nor the block
// say [trade].
const ralliesOnDeck = 5

// changeMs is how long students have to change where the stages run by the bell.
const changeMs = int64(1000 * drill.ChangeSeconds)

// byBell is TryAt where the block's own clock rings the bell.
const byBell = -1

// Enter calls the first turn of a block that has none yet.
func (s *Script) Enter(st *State, clock int64) (focus int) {
	if st.Turn.On || s.Round == nil && !s.turn.Runs {
		return Nobody
	}
	return s.Call(st, 0, clock)
}

// Call begins turn n of the block, the ones before it done or not. Where a turn ends as its
// stage is met, those of students who have met everything are passed over. It returns who is
// to be watched: the first who hits.
func (s *Script) Call(st *State, n int, clock int64) (focus int) {
	focus = s.begin(st, n, clock)
	for i := 1; i < len(s.hitters) && s.passes(st); i++ {
		focus = s.begin(st, st.Turn.N+1, clock)
	}
	return focus
}

// passes reports whether everybody who hits in the turn has met everything, and the turn
// would be over before its first ball.
func (s *Script) passes(st *State) bool {
	t := &st.Turn
	if !t.On || t.By != ByEnds || s.turn.Runs || s.Round == nil || !s.metEnds {
		return false
	}
	who := s.hitting(t.Seat)
	return len(who) > 0 &&
		!slices.ContainsFunc(who, func(h hitter) bool { return !st.Students[h.student].Met })
}

// begin begins turn n.
func (s *Script) begin(st *State, n int, clock int64) (focus int) {
	if s.Round == nil && !s.turn.Runs || n < 0 {
		st.Turn, st.queue = Turn{}, nil
		return Nobody
	}
	t := &st.Turn
	before := *t
	*t = s.opening
	t.N, t.Seat, t.From, t.Held = n, s.around(before.Seat+n-before.N), clock, before.Held
	for i := range st.Students {
		who := &st.Students[i]
		ahead := s.turn.NextAt > 0 && before.On && !s.hits(before.Seat, i) && s.hits(t.Seat, i)
		if !ahead { // who came up while the one before was still at it has begun already
			who.had, who.ball = 0, 0
		}
		who.row, who.missed, who.met = 0, false, false
	}
	switch {
	case s.Block.Match != nil:
		if t.By == ByScore {
			if c := &st.Courts[0]; before.Full {
				var sides [2][]int
				sides, st.queue = c.after(st.queue)
				*c = s.next(c, sides)
			}
			s.fillQueue(st)
		}
		s.sit(st)
		return Nobody
	case t.By != ByEnds:
	case s.turn.Runs:
		s.ring(st, clock)
	case s.drawn:
		s.bound(t)
	}
	return s.Hitter(t.Seat)
}

// begun is a turn as it begins, whichever it is: what fills it, and how long it may be.
func (s *Script) begun() (t Turn) {
	t.On = true
	switch b := s.Block; {
	case s.Round == nil && !s.turn.Runs:
		return Turn{}
	case b.Match != nil && s.winnersStay():
		t.By = ByScore
	case b.Match != nil && b.Moves() == lesson.OnDeck && len(s.Here) >= 4:
		t.By, t.Of = ByRallies, ralliesOnDeck
		if b.Arrangement.Balls > 0 {
			t.Of = b.Arrangement.Balls
		}
		if set := b.Match.Rules.Set; set != nil {
			t.Of = set.Rallies
		}
	case b.Match != nil || b.Moves() == lesson.Stations && s.Round != nil:
		t.By, t.Ms = ByTime, int64(1000*s.Round.Seconds)
	case s.turn.Runs:
		t.By = ByEnds
	case b.Drill.Turn != nil:
		s.bound(&t)
	default:
		t.By, t.Of = ByBalls, b.Drill.TurnBalls
		if seconds := s.timedTurn(); seconds > 0 {
			t.By, t.Of, t.Ms = ByTime, 0, int64(1000*seconds)
		}
	}
	return t
}

// Hitter is the first of those who hit in a turn of the round; Nobody for none.
func (s *Script) Hitter(seat int) int {
	if who := s.hitting(seat); len(who) > 0 {
		return who[0].student
	}
	return Nobody
}

// bound sets what turn N that ends as the drill says may come to.
func (s *Script) bound(t *Turn) {
	t.By, t.Of = ByEnds, s.turn.MostBalls
	if s.turn.MostSeconds > 0 {
		t.Ms = 1000 * int64(s.turn.MostSeconds)
	}
	for _, e := range s.ends {
		switch e.By {
		case drill.ByBalls:
			if n := s.BallsOf(t.N, e); t.Of == 0 || n < t.Of {
				t.Of = n
			}
		case drill.BySeconds:
			if ms := 1000 * int64(e.Seconds); t.Ms == 0 || ms < t.Ms {
				t.Ms = ms
			}
		}
	}
}

// BallsOf is how many balls turn n has by an end: as many as it says, or a number drawn
// for that turn of that block alone, the same on every device.
func (s *Script) BallsOf(n int, e drill.End) int {
	switch {
	case e.Most > e.Least:
		lot := s.lot
		for _, part := range [...]byte{byte(n), byte(n >> 8), byte(n >> 16)} {
			lot = (lot ^ uint64(part)) * 0x100000001b3 // FNV-1a, on from the block's name
		}
		return e.Least + int(lot>>33%uint64(e.Most-e.Least+1))
	case e.Most > 0:
		return e.Most
	case e.Count > 0:
		return e.Count
	}
	return s.Block.Drill.TurnBalls
}

// Told reports whether the students know how many balls the turn has.
func (s *Script) Told() bool {
	return !slices.ContainsFunc(s.ends, func(e drill.End) bool {
		return e.By == drill.ByBalls && e.Most > e.Least && !e.Told
	})
}

// timedTurn is how many seconds a turn of a drill lasts whose stages are all counted by
// the clock; 0 where balls fill it.
func (s *Script) timedTurn() float64 {
	seconds := 0
	for _, stage := range s.Block.Drill.Stages {
		if !stage.Goal.Kind.Timed() {
			return 0
		}
		seconds = max(seconds, stage.Goal.Seconds)
	}
	return max(s.Round.Seconds, float64(seconds))
}

// comes begins the next turn where something is counted of one who hits in it and this
// one is over, and returns who is to be watched.
func (s *Script) comes(st *State, student int, clock int64) (focus int) {
	if focus = s.Enter(st, clock); !st.Turn.On {
		return focus
	}
	t := &st.Turn
	if t.Held || t.By == ByRallies || t.By == ByScore || s.Round == nil {
		return focus
	}
	now := s.hits(t.Seat, student)
	if (t.By == ByBalls || t.By == ByEnds) && now && !s.doneWith(st, student) {
		return focus // who hits in both turns still has a ball of this one
	}
	over := t.Full || t.Ms > 0 && clock >= t.From+t.Ms && !now ||
		t.By == ByBalls && !now && t.Balls >= t.Of // one of several is counted, and has had theirs
	if over && s.hits(t.Seat+1, student) {
		return s.Call(st, t.N+1, clock)
	}
	return focus
}

// doneWith reports whether the turn is over for a student who hits in it.
func (s *Script) doneWith(st *State, student int) bool {
	t, who := &st.Turn, &st.Students[student]
	if t.Of > 0 && who.had >= t.Of {
		return true
	}
	if t.By != ByEnds || s.turn.Runs {
		return false
	}
	return s.metEnds && (who.met || who.Met) || s.missEnds && who.missed || s.byRow && who.row >= s.rowEnds
}

// fill sees whether the turn is over for everyone who hits in it.
func (s *Script) fill(st *State) {
	t := &st.Turn
	if !t.On || t.By == ByTime || t.By == ByScore || t.By == ByRallies || s.turn.Runs {
		return
	}
	least, all := -1, true
	for _, h := range s.hitting(t.Seat) {
		had := st.Students[h.student].had
		if had > 0 && (least < 0 || had < least) {
			least = had
		}
		all = all && s.doneWith(st, h.student)
	}
	t.Balls = max(0, least)
	up := t.By == ByEnds && t.Ms > 0 && st.Clock >= t.From+t.Ms
	t.Full = !t.Held && (all || up)
}

// had counts balls of a turn, and returns who is to be watched where it is over just
// now: the first of those who hit in the next.
func (s *Script) had(st *State, student, balls int) (focus int) {
	who := &st.Students[student]
	who.had += balls
	t := &st.Turn
	if !t.On || !s.hits(t.Seat, student) {
		return Nobody
	}
	was := t.Full
	if s.fill(st); t.Full && !was && s.Round != nil {
		return s.Hitter(t.Seat + 1)
	}
	return Nobody
}

// Hold keeps the turn, or the minute of a script, from ending, or lets it go.
func (s *Script) Hold(st *State, is bool, clock int64) {
	if s.Block.Script != nil {
		s.Time(st, clock)
		if st.Minute.Held = is; !is {
			st.Minute.From = clock
		}
		return
	}
	t := &st.Turn
	if !t.On {
		return
	}
	if was := t.Held; was && !is && t.Bell > 0 { // the bell waits as long as it was held
		t.Bell = max(t.Bell, clock+1000)
	}
	t.Held = is
	s.fill(st)
}

// ring begins the stage of everybody who hits, by the bell.
func (s *Script) ring(st *State, clock int64) {
	t := &st.Turn
	stage := Nobody
	for _, h := range s.hitting(t.Seat) {
		if stage == Nobody {
			stage = s.groups[s.begins[h.student]][0]
		}
		st.Students[h.student].Stage = stage
	}
	if stage != Nobody {
		s.open(st, stage, clock)
	}
}

// open begins a stage of those who hit, and sets its bell. A stage that has no time of
// its own waits for the coach.
func (s *Script) open(st *State, stage int, clock int64) {
	t := &st.Turn
	t.Bell = 0
	for _, h := range s.hitting(t.Seat) {
		st.Students[h.student].Stage, st.Students[h.student].ball = stage, 0
		if g := s.aim(h.student, stage); g.timed {
			s.TallyAt(st, h.student, stage).begin(byBell)
			t.Bell = clock + 1000*int64(g.Seconds)
		}
	}
}

// Time lets the block's clock run on to a time, and does what a bell does on the way:
// the stage whose time is spent is over, and the next begins; after the last the next
// student steps in.
func (s *Script) Time(st *State, clock int64) (focus int) {
	focus = Nobody
	if clock < st.Clock {
		clock = st.Clock
	}
	st.Clock = clock
	if s.Block.Script != nil {
		for m := &st.Minute; !m.Held && m.N < len(s.Block.Script)-1 && clock >= m.From+60_000; {
			m.N, m.From = m.N+1, m.From+60_000
		}
		return focus
	}
	for t := &st.Turn; t.On && s.turn.Runs && t.Bell > 0 && !t.Held && clock >= t.Bell; {
		focus = s.bell(st, t.Bell)
	}
	if t := &st.Turn; t.On && t.By == ByEnds && t.Ms > 0 && !t.Held && !s.turn.Runs && !t.Full &&
		clock >= t.From+t.Ms {
		if t.Full = true; s.Round != nil {
			focus = s.Hitter(t.Seat + 1)
		}
	}
	return focus
}

// bell ends the stage that runs, at its time, and begins what comes after it.
func (s *Script) bell(st *State, clock int64) (focus int) {
	t := &st.Turn
	if t.Rests {
		t.Rests = false
		s.ring(st, clock)
		return s.Hitter(t.Seat)
	}
	first := s.Hitter(t.Seat)
	stage := st.Students[first].Stage
	for _, h := range s.hitting(t.Seat) {
		s.spend(st, h.student, stage)
	}
	if _, to := s.Group(stage); to < s.stages {
		s.open(st, to, clock)
		return first
	}
	for _, h := range s.hitting(t.Seat) {
		st.Students[h.student].Met = s.metAll(st, h.student)
	}
	focus = s.Call(st, t.N+1, clock)
	if focus == Nobody {
		focus = s.Hitter(t.Seat)
	}
	t.Rests, t.Bell = true, clock+changeMs
	return focus
}

// spend ends the try of a timed stage whose time is up: it is done where only the time
// was asked for, whatever was counted.
func (s *Script) spend(st *State, student, stage int) {
	from, to := s.Group(stage)
	for j := from; j < to; j++ {
		g, t := s.aim(student, j), s.TallyAt(st, student, j)
		switch {
		case !g.timed:
		case g.Count == 0:
			t.Met = true
			if n := len(t.Tries); n > 0 {
				t.Count = t.Tries[n-1]
			}
		default:
			t.Met = t.Met || t.Best >= g.Count
		}
	}
}

func (s *Script) metAll(st *State, student int) bool {
	for j := range s.stages {
		if !s.Over(st, student, j) {
			return false
		}
	}
	return true
}

// Skip ends the stage that runs now, as its bell does, because the coach presses.
func (s *Script) Skip(st *State, clock int64) (focus int) {
	if st.Turn.On && s.turn.Runs {
		return s.bell(st, clock)
	}
	return Nobody
}

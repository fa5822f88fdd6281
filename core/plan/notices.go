package plan

import (
	"fmt"
	"hodometer/core/fit"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/lesson"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/rehearse"
	"hodometer/core/units"
)

// Notice says what will not work, or what to take care of, where its cause is.
type Notice struct {
	Kind    string       `json:"kind"` // what it is about: "willNotFit", "offCourt", "caution"…
	ID      string       `json:"id,omitempty"`
	Caution bool         `json:"caution"` // a safety caution rather than advice; ID is the caution's
	Seen    bool         `json:"seen"`    // a caution the coach has acknowledged
	Text    string       `json:"text"`
	Fixes   []lesson.Fix `json:"fixes"`
}

func notice(kind, text string, fixes ...lesson.Fix) Notice {
	if fixes == nil {
		fixes = []lesson.Fix{}
	}
	return Notice{Kind: kind, Text: text, Fixes: fixes}
}

// change is a fix of one block.
func change(label, outcome string, b lesson.Block) lesson.Fix {
	return lesson.Fix{Label: label, Outcome: outcome, Blocks: []lesson.Block{b}}
}

// aboutBlock are the notices of one block, which begins at that minute; outlook is what
// its drill asks, nil with nobody to ask it of.
func (q *question) aboutBlock(b *lesson.Block, outlook *drill.Outlook, at float64) []Notice {
	out := []Notice{}
	if n := len(b.Script); b.Kind == lesson.WarmUp && n > 0 && n != b.Minutes {
		said := notice("scriptLength",
			fmt.Sprintf("The warm-up has %d one-minute roles, but the block lasts %d minutes.", n, b.Minutes))
		if n > b.Minutes {
			short := *b
			short.Script = lesson.Shortened(b.Script, b.Minutes)
			said.Fixes = append(said.Fixes, change(fmt.Sprintf("Shorten the script to %d minutes", b.Minutes),
				"the first roles, with the partners swapped", short))
		}
		fit := *b
		fit.Minutes, fit.Fixed = n, false
		said.Fixes = append(said.Fixes,
			change(fmt.Sprintf("Make it %d minutes", n), "every role gets its minute", fit))
		out = append(out, said)
	}
	if b.Drill == nil {
		return out
	}
	if over := b.Drill.Overhang(); over > 0.005 {
		fit, pulled := *b, b.Drill.PulledIn()
		fit.Drill = &pulled
		out = append(out, notice("offCourt",
			fmt.Sprintf("Part of a target is outside the court, by %s. Balls that land there are out.",
				units.Length(over, q.system)),
			change("Move target in", "the whole target is in court", fit)))
	}
	out = append(out, q.outOfReach(b)...)
	out = append(out, q.ofMachine(b)...)
	out = append(out, q.gatesMet(b)...)
	out = append(out, q.toBeat(b)...)
	out = append(out, q.misses(b)...)
	if outlook != nil {
		if n, bad := q.willNotFit(b, outlook, at); bad {
			out = append(out, n)
		} else if n, easy := q.nearlySure(b, outlook, at); easy {
			out = append(out, n)
		}
	}
	for _, c := range b.Drill.AllCautions() {
		n := notice("caution", c.Text)
		n.ID, n.Caution, n.Seen = c.ID, true, slices.Contains(b.Seen, c.ID)
		out = append(out, n)
	}
	return out
}

// outOfReach says which balls of a turn some of the students cannot get to, so
// that they count as missed, and offers what brings them within reach.
func (q *question) outOfReach(b *lesson.Block) (out []Notice) {
	if !b.Drill.AnyChance() {
		return nil
	}
	for _, level := range units.Levels {
		var who []string
		var mover footwork.Mover
		for i := range q.students {
			if s := &q.students[i]; string(s.Level) == level.ID {
				who, mover = append(who, s.FirstName()), s.mover()
			}
		}
		if len(who) == 0 {
			continue
		}
		turn, err := q.Flights.Play(b.Drill.Pattern, mover, b.Drill.TurnBalls, false)
		if err != nil {
			continue
		}
		var balls []string
		for i, ball := range turn.Balls {
			if ball.Leg.Effort == footwork.Unreachable {
				balls = append(balls, fmt.Sprint(i+1))
			}
		}
		if len(balls) == 0 {
			continue
		}
		n := notice(
			"outOfReach",
			fmt.Sprintf("Ball %s is out of reach for %s and counts as a miss.",
				strings.Join(balls, ", "), named(who)),
		)
		for _, p := range q.Flights.Notices(b.Drill.Pattern, mover, b.Drill.TurnBalls, turn, true, q.system) {
			if p.Kind != pattern.Unreachable {
				continue
			}
			for _, f := range p.Fixes {
				fit, d := *b, b.Drill.Clone()
				d.Pattern = f.Pattern
				fit.Drill = &d
				n.Fixes = append(n.Fixes, change(f.Label, f.Outcome, fit))
			}
			break // one ball at a time
		}
		out = append(out, n)
		break // the slower the level the more; the others follow
	}
	return out
}

// mostNamed students in a sentence.
const mostNamed = 3

// named shortens a list for a sentence.
func named(who []string) string {
	if n := len(who); n > mostNamed+1 {
		who = append(who[:mostNamed], fmt.Sprintf("and %d more", n-mostNamed))
	}
	return strings.Join(who, ", ")
}

// takes says a time as a coach does; of what is not over in four times the block, more
// than that.
func takes(f *units.Figure, block int) string {
	switch {
	case f == nil:
		return fmt.Sprintf("over %d min", rehearse.Longer*block)
	case f.Value < 10:
		return fmt.Sprintf("about %.1f min", f.Value)
	}
	return fmt.Sprintf("about %.0f min", f.Value)
}

// willNotFit names the students who will probably not finish, with the figures,
// and offers the smallest changes that would let everybody.
func (q *question) willNotFit(b *lesson.Block, outlook *drill.Outlook, at float64) (Notice, bool) {
	var who []string
	for i, p := range outlook.Players {
		least := drill.Enough
		if b.Variant(q.students[i].ID).Rung != "" {
			least = OutOfReach
		}
		if p.Finish != nil && p.Finish.Value < least {
			who = append(who, fmt.Sprintf("%s needs %s (chance to finish: %s)",
				q.students[i].FirstName(), takes(p.Likely, b.Minutes), percent(p.Finish.Value)))
		}
	}
	if len(who) == 0 {
		return Notice{}, false
	}
	search := searched{q, b, outlook, at}
	if search.hopeless() {
		return notice("willNotFit", fmt.Sprintf(
			"In %d rehearsals a hundred times as long as this block, nobody met these goals. Set other goals.",
			hopelessPlays,
		)), true
	}
	n := notice("willNotFit",
		fmt.Sprintf("These goals will probably take longer than %d minutes: %s.", b.Minutes, named(who)))
	if n.Fixes = append(n.Fixes, search.fitting()...); len(n.Fixes) == 0 {
		n.Text += " No single change gives an 80% chance. Set fewer goals, or spread them over two lessons."
	}
	return n, true
}

// nearlySure says when goals ask too little of everybody: as good as met within
// half of the time, warm-ups apart. It offers what is hard enough.
func (q *question) nearlySure(b *lesson.Block, outlook *drill.Outlook, at float64) (Notice, bool) {
	longest, any := (*units.Figure)(nil), false
	for _, p := range outlook.Players {
		if p.Finish == nil {
			continue
		}
		if any = true; p.Half < drill.NearlySure {
			return Notice{}, false
		}
		if p.Likely != nil && (longest == nil || p.Likely.Value > longest.Value) {
			longest = p.Likely
		}
	}
	if !any || b.Drill.Focus == drill.WarmUp {
		return Notice{}, false
	}
	n := notice(
		"nearlySure",
		fmt.Sprintf("Everyone will almost certainly finish this in half the time: %s needs %s of %d.",
			b.Drill.Goals(), takes(longest, b.Minutes), b.Minutes),
	)
	n.Fixes = append(n.Fixes, searched{q, b, outlook, at}.stretching()...)
	return n, true
}

// percent writes a chance as a coach says it; never a certainty it is not.
func percent(chance float64) string {
	switch p := math.Round(chance * 100); {
	case p < 1:
		return "under 1%"
	case p > 99:
		return "over 99%"
	default:
		return fmt.Sprintf("%.0f%%", p)
	}
}

// muchMore than the usual week is worth a word, once there are weeks enough to call anything
// usual; more than it in two weeks running is too, beside the weeks before those two [trade].
const (
	muchMore      = 2.0
	weeksToJudge  = 3
	more          = 1.5
	weeksToBeside = 2
)

// aboutLesson are the notices of the lesson as a whole.
func (q *question) aboutLesson(p Plan) []Notice {
	out := []Notice{}
	if len(q.students) == 0 {
		out = append(
			out,
			notice("nobody", "No students in this lesson yet, so nothing can be calculated."),
		)
	}
	if p.Over > 0 {
		out = append(out, q.overTime(p))
	} else if late := p.Between.Value + float64(p.Over); late > 1.5 && p.Fit != nil {
		out = append(out, notice(
			"noRoomBetween",
			fmt.Sprintf(
				"Changeovers take about %.0f minutes, but the blocks leave only %d.",
				p.Between.Value,
				-p.Over,
			),
			*p.Fit,
		))
	}
	if f := betterOrder(q.lesson, len(q.students)); f != nil {
		out = append(
			out,
			notice("sharedSetUp", "Drills with the same set-up are not next to each other.", *f),
		)
	}
	out = append(out, q.advice()...)
	if n := noWarmUp(q.lesson); n != nil {
		out = append(out, *n)
	}
	return append(append(out, q.aboutLoad(p)...), q.aboutStates()...)
}

// aboutStates say of students who were in pain, tire or have been away what a coach would ask.
func (q *question) aboutStates() (out []Notice) {
	for i := range q.students {
		s := &q.students[i]
		if s.Given != nil {
			continue
		}
		if f, is := progress.Pain(s.Felt); is {
			out = append(out, notice("pain", fmt.Sprintf(
				"%s, %s: “%s”. Ask before you begin and leave out what hurts; a qualified person decides.",
				s.FirstName(), ago(f.DaysBefore), f.Words)))
		}
		if first, last, is := progress.Fades(s.Felt); is {
			out = append(out, notice("tires", fmt.Sprintf(
				"%s: over three lessons engagement fell from %d to %d and effort rose from %d to %d. "+
					"Ask how it is going, and ask for less today.",
				s.FirstName(), first.Engagement, last.Engagement, first.Effort, last.Effort)))
		}
		if days, is := progress.Away(s.Felt); is {
			out = append(out, notice("away", fmt.Sprintf(
				"%s: the last lesson was %d days ago. Begin with fewer balls, shorter runs and drills that are known.",
				s.FirstName(),
				days,
			)))
		}
	}
	return out
}

// ago says how many days ago.
func ago(days int) string {
	switch days {
	case 0:
		return "today"
	case 1:
		return "yesterday"
	}
	return fmt.Sprintf("%d days ago", days)
}

// aboutLoad is one line for all whose week is far above their usual.
func (q *question) aboutLoad(p Plan) []Notice {
	var who []string
	for i, t := range p.Students {
		w := t.week
		usual, twice := w.Usual, ""
		switch {
		case w.Weeks >= weeksToJudge && w.Total > muchMore*w.Usual:
		case w.Weeks > weeksToBeside && w.Earlier > 0 && min(w.Total, w.Last) >= more*w.Earlier:
			usual, twice = w.Earlier, fmt.Sprintf(", and %.0f in the week before", w.Last)
		default:
			continue
		}
		who = append(who,
			fmt.Sprintf("%s %.0f%s, usually %.0f", q.students[i].FirstName(), w.Total, twice, usual))
	}
	if len(who) == 0 {
		return nil
	}
	return []Notice{
		notice("load", fmt.Sprintf("Load over the seven days up to this lesson (minutes × effort from 1 "+
			"to 10): %s. For information only; a qualified person decides.", named(who))),
	}
}

// overTime says how far the blocks run past the slot, and what would give way.
func (q *question) overTime(p Plan) Notice {
	l := q.lesson
	n := notice("overTime", fmt.Sprintf("The blocks are %d minutes longer than the lesson.", p.Over))
	if p.Fit != nil {
		n.Fixes = append(n.Fixes, *p.Fit)
	} else if f := fit.To(l, l.SlotMinutes); f.Over > 0 {
		titles := titlesOf(l, f.Drop)
		n.Text += fmt.Sprintf(
			" Even at their shortest they need %d minutes more: leave out %s.",
			f.Over,
			titles,
		)
		rest := *l
		rest.Blocks = l.Without(f.Drop)
		if g := fit.To(&rest, l.SlotMinutes); g.Over == 0 && len(rest.Blocks) > 0 {
			n.Fixes = append(
				n.Fixes,
				lesson.Fix{Label: "Leave out " + titles, Outcome: "the rest fits", Blocks: g.Blocks,
					Whole: true},
			)
		}
	}
	longest := slices.Clone(l.Blocks)
	slices.SortStableFunc(longest, func(a, b lesson.Block) int { return b.Minutes - a.Minutes })
	for _, b := range longest {
		if left := b.Minutes - p.Over; fit.MayGo(&b) && left >= 3 && len(n.Fixes) < 2 {
			b.Minutes = left
			n.Fixes = append(
				n.Fixes,
				change(fmt.Sprintf("Shorten %s to %d minutes", b.Title, left), "ends on time", b),
			)
		}
	}
	return n
}

// titlesOf names the blocks of these ids in a sentence. Of two that are called
// the same it says which.
func titlesOf(l *lesson.Lesson, ids []string) string {
	var out []string
	for i := range l.Blocks {
		b := &l.Blocks[i]
		if !slices.Contains(ids, b.ID) {
			continue
		}
		title, same := b.Title, 0
		for j := range l.Blocks {
			if l.Blocks[j].Title == b.Title {
				same++
			}
		}
		if same > 1 {
			title = fmt.Sprintf("%s (block %d)", title, i+1)
		}
		out = append(out, title)
	}
	return strings.Join(out, " and ")
}

// noWarmUp says where hard running or serving comes before any warm-up.
func noWarmUp(l *lesson.Lesson) *Notice {
	warms := func(b lesson.Block) bool {
		kind, _ := lesson.Describe(b.Kind)
		return kind.Warms
	}
	first := slices.IndexFunc(l.Blocks, func(b lesson.Block) bool {
		return b.Drill != nil && b.Drill.Focus != drill.WarmUp || b.Kind == lesson.Game
	})
	if first < 0 || slices.ContainsFunc(l.Blocks[:first], warms) {
		return nil
	}
	b := &l.Blocks[first]
	what := "has"
	if b.Kind == lesson.Serve || b.Drill != nil && strain(b.Drill, 1000) > 0 {
		what = "has serves or overheads and"
	}
	n := notice("noWarmUp", fmt.Sprintf("%s %s no warm-up before it.", b.Title, what))
	n.Caution = true
	begin := func(label string, blocks []lesson.Block) {
		n.Fixes = append(
			n.Fixes,
			lesson.Fix{Label: label, Outcome: "warmed up before the hard work", Blocks: blocks, Whole: true},
		)
	}
	if i := slices.IndexFunc(l.Blocks, warms); i >= 0 {
		order := slices.Clone(l.Blocks)
		w := order[i]
		begin("Begin with "+w.Title, slices.Insert(slices.Delete(order, i, i+1), 0, w))
	} else {
		w := lesson.Standard(lesson.Physical)
		begin(
			fmt.Sprintf("Begin with %d minutes of warm-up", w.Minutes),
			slices.Insert(slices.Clone(l.Blocks), 0, w),
		)
	}
	return &n
}

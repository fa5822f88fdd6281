package lesson

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/progress"
	"hodometer/core/units"
)

// Notice says what will not work, or what to take care of, where its cause is.
type Notice struct {
	Kind    string `json:"kind"`    // what it is about: "willNotFit", "offCourt", "caution"…
	Caution bool   `json:"caution"` // a safety caution rather than advice
	Seen    bool   `json:"seen"`    // a caution the coach has acknowledged
	Text    string `json:"text"`
	Fixes   []Fix  `json:"fixes"`
}

// Fix is a change that one click makes: the blocks as they would be after it.
type Fix struct {
	Words   string  `json:"words"`   // what to do: "Ask for 3 in a row"
	Outcome string  `json:"outcome"` // what comes of it: "81 % to finish"
	Blocks  []Block `json:"blocks"`  // these replace the blocks with the same ids
	// Whole: these are all of the lesson's blocks, in their order.
	Whole bool `json:"whole,omitempty"`
}

func (b *Block) notices(plan *drill.Plan, students []Student, system units.System) []Notice {
	out := []Notice{}
	switch b.Kind {
	case WarmUp:
		if n := len(b.Script); n > 0 && n != b.Minutes {
			fit := *b
			fit.Minutes = n
			out = append(out, Notice{
				Kind: "scriptLength",
				Text: fmt.Sprintf(
					"The script has %d one-minute roles and the block %d minutes.",
					n,
					b.Minutes,
				),
				Fixes: []Fix{
					{
						Words:   fmt.Sprintf("Make it %d minutes", n),
						Outcome: "every role gets its minute",
						Blocks:  []Block{fit},
					},
				},
			})
		}
	case Drill, Serve:
		if over := b.Drill.Overhang(); over > 0.005 {
			fit, pulled := *b, b.Drill.PulledIn()
			fit.Drill = &pulled
			out = append(out, Notice{
				Kind: "offCourt",
				Text: fmt.Sprintf(
					"A target reaches %s past the nearest line; balls that land there are out.",
					units.Length(over, system),
				),
				Fixes: []Fix{{Words: "Move it in", Outcome: "all of it is in court", Blocks: []Block{fit}}},
			})
		}
		if plan != nil {
			if n, bad := b.willNotFit(plan, students, system); bad {
				out = append(out, n)
			}
		}
		for _, c := range b.Drill.AllCautions() {
			out = append(
				out,
				Notice{
					Kind:    "caution",
					Caution: true,
					Seen:    slices.Contains(b.Seen, c),
					Text:    c,
					Fixes:   []Fix{},
				},
			)
		}
	}
	return out
}

// mostNamed students in a sentence.
const mostNamed = 3

// willNotFit names the students who will probably not finish, with the figures,
// and offers the smallest changes that would let everybody.
func (b *Block) willNotFit(plan *drill.Plan, students []Student, system units.System) (Notice, bool) {
	if plan.Worst() >= drill.Enough {
		return Notice{}, false
	}
	var who []string
	for i, p := range plan.Players {
		if p.Finish.Value >= drill.Enough {
			continue
		}
		times := fmt.Sprintf("about %.0f min", p.Likely.Value)
		if p.Likely.Value > 240 {
			times = "over four hours"
		}
		who = append(
			who,
			fmt.Sprintf(
				"%s needs %s (%s to finish)",
				firstName(students[i].Name),
				times,
				percent(p.Finish.Value),
			),
		)
	}
	if n := len(who); n > mostNamed+1 {
		who = append(who[:mostNamed], fmt.Sprintf("and %d more", n-mostNamed))
	}
	n := Notice{
		Kind:  "willNotFit",
		Fixes: []Fix{},
		Text: fmt.Sprintf(
			"These goals will probably not fit %d minutes: %s.",
			b.Minutes,
			strings.Join(who, ", "),
		),
	}
	rerate := func(d *drill.Drill) []drill.Player {
		return playersFrom(
			d,
			students,
			false,
			func(s Student, skill string) []progress.Evidence { return s.Seen[skill] },
		)
	}
	for _, bend := range b.Drill.Fitting(rerate, b.Minutes) {
		fit := *b
		fit.Drill, fit.Minutes = &bend.Drill, bend.Minutes
		n.Fixes = append(
			n.Fixes,
			Fix{
				Words:   words(bend, system),
				Outcome: percent(bend.Chance) + " to finish",
				Blocks:  []Block{fit},
			},
		)
	}
	if len(n.Fixes) == 0 {
		n.Text += " No single change brings it to 80%: ask for fewer goals, or split it over two lessons."
	}
	return n, true
}

func words(b drill.Bend, system units.System) string {
	switch b.Kind {
	case drill.Fewer:
		most := 0
		for _, s := range b.Drill.Steps {
			if s.Goal.Kind == "inARow" {
				most = max(most, s.Goal.Count)
			}
		}
		return fmt.Sprintf("Ask for %d in a row", most)
	case drill.Longer:
		return fmt.Sprintf("Give it %d minutes", b.Minutes)
	default:
		if len(b.Drill.Targets) == 1 && b.Drill.Targets[0].Kind == drill.Circle {
			return "Widen the target to " + units.Length(b.Drill.Targets[0].Radius, system)
		}
		return "Widen the targets"
	}
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

// notices about the lesson as a whole.
func (l *Lesson) notices(plan Plan, students []Student) []Notice {
	out := []Notice{}
	over := plan.Over
	if len(students) == 0 {
		out = append(
			out,
			Notice{
				Kind:  "nobody",
				Text:  "Nobody is in this lesson yet, so nothing can be reckoned for them.",
				Fixes: []Fix{},
			},
		)
	}
	if over > 0 {
		out = append(out, l.overTime(plan))
	} else if late := plan.Between.Value + float64(over); late > 1.5 && plan.Fit != nil {
		out = append(
			out,
			Notice{
				Kind: "noRoomBetween",
				Text: fmt.Sprintf(
					"Moving, setting out and picking up between the blocks take about %.0f minutes, and the tape leaves %d.",
					plan.Between.Value,
					-over,
				),
				Fixes: []Fix{*plan.Fit},
			},
		)
	}
	if f := l.better(len(students)); f != nil {
		out = append(
			out,
			Notice{
				Kind:  "sharedSetUp",
				Text:  "Drills that need the same things set out stand apart.",
				Fixes: []Fix{*f},
			},
		)
	}
	out = append(out, l.advice(students)...)
	if n := l.noWarmUp(); n != nil {
		out = append(out, *n)
	}
	for i, t := range plan.Students {
		if w := t.Week; w.Weeks >= weeksToJudge && w.Total > muchMore*w.Usual && i < len(students) {
			out = append(
				out,
				Notice{
					Kind: "load",
					Text: fmt.Sprintf(
						"%s’s seven days with this lesson come to %.0f, and %.0f is usual of late. For information; a qualified person decides.",
						firstName(t.Name),
						w.Total,
						w.Usual,
					),
					Fixes: []Fix{},
				},
			)
		}
	}
	return out
}

// muchMore than the usual week is worth a word, once there are weeks enough to
// call anything usual [trade].
const (
	muchMore     = 1.5
	weeksToJudge = 3
)

func (l *Lesson) overTime(plan Plan) Notice {
	n := Notice{
		Kind:  "overTime",
		Text:  fmt.Sprintf("The blocks run %d minutes past the slot.", plan.Over),
		Fixes: []Fix{},
	}
	if plan.Fit != nil {
		n.Fixes = append(n.Fixes, *plan.Fit)
	} else if f := l.Fit(l.SlotMinutes); f.Over > 0 {
		n.Text += fmt.Sprintf(
			" Even at their least they need %d more: leave out %s.",
			f.Over,
			strings.Join(f.Drop, " and "),
		)
		rest := *l
		rest.Blocks = slices.DeleteFunc(
			slices.Clone(l.Blocks),
			func(b Block) bool { return slices.Contains(f.Drop, b.Title) && !b.Fixed && b.Kind != WarmUp },
		)
		if g := rest.Fit(l.SlotMinutes); g.Over == 0 && len(rest.Blocks) > 0 {
			n.Fixes = append(
				n.Fixes,
				Fix{
					Words:   "Leave out " + strings.Join(f.Drop, " and "),
					Outcome: "the rest fits",
					Blocks:  g.Blocks,
					Whole:   true,
				},
			)
		}
	}
	longest := slices.Clone(l.Blocks)
	slices.SortStableFunc(longest, func(a, b Block) int { return b.Minutes - a.Minutes })
	for _, b := range longest {
		if left := b.Minutes - plan.Over; b.Kind != WarmUp && !b.Fixed && left >= 3 && len(n.Fixes) < 2 {
			b.Minutes = left
			n.Fixes = append(
				n.Fixes,
				Fix{
					Words:   fmt.Sprintf("Shorten %s to %d minutes", b.Title, left),
					Outcome: "ends on time",
					Blocks:  []Block{b},
				},
			)
		}
	}
	return n
}

// noWarmUp says where hard running or serving comes before any warm-up.
func (l *Lesson) noWarmUp() *Notice {
	first := slices.IndexFunc(
		l.Blocks,
		func(b Block) bool { return b.Drill != nil && b.Drill.Focus != "warmUp" || b.Kind == Game },
	)
	if first < 0 ||
		slices.ContainsFunc(
			l.Blocks[:first],
			func(b Block) bool { return b.Kind == WarmUp || b.Kind == Physical },
		) {
		return nil
	}
	b := &l.Blocks[first]
	what := "comes"
	if b.Kind == Serve || b.Drill != nil && strain(b.Drill, 1000) > 0 {
		what = "with its serves or overheads comes"
	}
	n := &Notice{
		Kind:    "noWarmUp",
		Caution: true,
		Text:    fmt.Sprintf("%s %s without a warm-up before it.", b.Title, what),
		Fixes:   []Fix{},
	}
	if i := slices.IndexFunc(
		l.Blocks,
		func(b Block) bool { return b.Kind == WarmUp || b.Kind == Physical },
	); i >= 0 {
		order := slices.Clone(l.Blocks)
		w := order[i]
		n.Fixes = append(
			n.Fixes,
			Fix{
				Words:   "Begin with " + w.Title,
				Outcome: "warm before it gets hard",
				Blocks:  slices.Insert(slices.Delete(order, i, i+1), 0, w),
				Whole:   true,
			},
		)
	} else {
		n.Fixes = append(
			n.Fixes,
			Fix{
				Words:   fmt.Sprintf("Begin with %d minutes of warm-up", physicalBlock.Minutes),
				Outcome: "warm before it gets hard",
				Blocks:  slices.Insert(slices.Clone(l.Blocks), 0, physicalBlock),
				Whole:   true,
			},
		)
	}
	return n
}

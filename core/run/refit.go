package run

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"hodometer/core/drill"
	"hodometer/core/fit"
	"hodometer/core/lesson"
	"hodometer/core/units"
)

// Change is a block with the minutes it would be given; 0 leaves it out.
type Change struct {
	Block   string `json:"block"`
	Minutes int    `json:"minutes"`
}

// Refit is what is left of a lesson, fitted to the minutes that are left.
type Refit struct {
	// Over is by how many minutes what is left runs past the end; below 0: to spare.
	Over    int      `json:"over"`
	Said    string   `json:"said"`
	Changes []Change `json:"changes"`
}

// worthSaying is from how many minutes on a lesson runs late or early [trade].
const worthSaying = 3

// firstMinute of a block, in which nothing is offered.
const firstMinute = 60_000

// mostNamed blocks stand in the sentence; what the others do can be looked at.
const mostNamed = 3

// Ends is when the lesson is to end, in device milliseconds, with planned the hour it is
// planned for on that device: its slot's end where it was begun in its slot, late or on
// time, otherwise a slot's length after it began.
func Ends(l *lesson.Lesson, began, planned int64) int64 {
	slot := int64(l.SlotMinutes) * 60_000
	if began >= planned && began < planned+slot {
		return planned + slot
	}
	return began + slot
}

// Refit is what could be done at a time where the lesson will not end when it should;
// nil where it will, or where nothing can.
func (s State) Refit(l *lesson.Lesson, now, planned int64) *Refit {
	if s.Began == 0 || s.Status != Running && s.Status != Paused {
		return nil
	}
	spent := s.Blocks[s.Block].ElapsedMs
	if s.Since != 0 {
		spent += max(0, now-s.Since)
	}
	if spent < firstMinute {
		return nil // the block has just begun: nothing but the block is said
	}
	here := int(math.Ceil(float64(spent)/60_000 - 0.25))
	left := int(math.Floor(float64(Ends(l, s.Began, planned)-now)/60_000 + 0.5))
	rest := *l
	rest.Blocks = nil
	needs := 0
	for i := s.Block; i < len(l.Blocks); i++ {
		b := l.Blocks[i]
		if b.Minutes = s.Blocks[i].Minutes; b.Minutes == 0 && i > s.Block {
			continue
		}
		if i == s.Block { // what is spent of it is spent
			room := fit.Room(&b)
			b.Fixed = b.Fixed || here >= b.Minutes
			b.Minutes = max(b.Minutes, here, 1)
			b.Span = &drill.Span{
				Least: max(room.Least, here, 1), Best: max(room.Best, here, 1), Most: max(room.Most, here, 1),
			}
			needs -= here
		}
		needs += b.Minutes
		rest.Blocks = append(rest.Blocks, b)
	}
	changes := int(math.Ceil(fit.Between(rest.Blocks, len(l.Students)) - 1e-9)) // from block to block
	left -= changes
	out := &Refit{Over: needs - left}
	if len(rest.Blocks) == 0 || out.Over < worthSaying && out.Over > -worthSaying {
		return nil
	}
	// From the start of this block to the end of the lesson.
	whole := int(math.Floor(float64(Ends(l, s.Began, planned)-now+spent) / 60_000))
	f := fit.Into(&rest, whole, len(l.Students))
	var gone []string
	if f.Over > 0 {
		kept := rest
		kept.Blocks = slices.Clone(rest.Blocks)
		kept.Blocks[0].Minutes, kept.Blocks[0].Fixed = f.Blocks[0].Minutes, true // nobody leaves out where they are
		gone = fit.Into(&kept, whole, len(l.Students)).Drop
		kept.Blocks = kept.Without(gone)
		f = fit.Into(&kept, whole, len(l.Students))
	}
	var words []string
	for _, b := range rest.Blocks {
		at := slices.IndexFunc(f.Blocks, func(o lesson.Block) bool { return o.ID == b.ID })
		minutes := 0
		if at >= 0 {
			minutes = f.Blocks[at].Minutes
		}
		switch was := s.planned(b.ID); {
		case minutes == was:
			continue
		case b.ID == s.Blocks[s.Block].ID && minutes == here: // that it took so long is no news
		case minutes == 0:
			words = append(words, "leave out "+b.Title)
		case minutes < was:
			words = append(words, fmt.Sprintf("%s %d min shorter", b.Title, was-minutes))
		default:
			words = append(words, fmt.Sprintf("%s %d min longer", b.Title, minutes-was))
		}
		out.Changes = append(out.Changes, Change{b.ID, minutes})
	}
	if len(words) == 0 {
		return nil
	}
	out.Said = fmt.Sprintf("%d min over. Suggested: ", out.Over)
	if out.Over < 0 {
		out.Said = fmt.Sprintf("%d min to spare. Suggested: ", -out.Over)
	}
	if len(words) > mostNamed {
		more := units.Plural(len(words)-mostNamed+1, "more change", "more changes")
		words = append(words[:mostNamed-1], more)
	}
	out.Said += strings.Join(words, ", ")
	return out
}

// planned is how long a block is meant to take by now.
func (s State) planned(block string) int {
	for _, b := range s.Blocks {
		if b.ID == block {
			return b.Minutes
		}
	}
	return 0
}

package run

import (
	"fmt"
	"slices"

	"hodometer/core/machine"
)

// FedState is what a ball machine fed one student at one setting.
type FedState struct {
	Student string          `json:"student"`
	Setting machine.Setting `json:"setting"`
	Balls   int             `json:"balls"`
	Good    int             `json:"good"`
}

// fedBy counts a ball that a machine fed. What was shown before is left as it was.
func (f *fold) fedBy(i int, student string, e *Event) {
	b := &f.state.Blocks[i]
	now := FedState{Student: student, Setting: *e.Machine, Balls: 1}
	if e.Kind == Good {
		now.Good = 1
	}
	rest := make([]FedState, 0, len(b.Machine)+1)
	for _, was := range b.Machine {
		if was.Student == now.Student && was.Setting == now.Setting {
			now.Balls, now.Good = now.Balls+was.Balls, now.Good+was.Good
			continue
		}
		rest = append(rest, was)
	}
	b.Machine = append(rest, now)
}

// What a student keeps up with: so many balls at a rate, of which so many were good
// [trade].
const (
	enoughFed  = 8
	sustaining = 0.6
)

// Sustained is the highest rate, in balls a minute, at which the student made three balls
// of five or more, and what was fed at it; false where no rate had enough balls.
func (b *BlockState) Sustained(student string) (best FedState, ok bool) {
	rates := map[float64]FedState{}
	for _, m := range b.Machine {
		if m.Student == student {
			at := rates[m.Setting.PerMinute]
			at.Student, at.Setting.PerMinute = student, m.Setting.PerMinute
			at.Balls, at.Good = at.Balls+m.Balls, at.Good+m.Good
			rates[m.Setting.PerMinute] = at
		}
	}
	for rate, at := range rates {
		if at.Balls >= enoughFed && float64(at.Good) >= sustaining*float64(at.Balls) &&
			rate > best.Setting.PerMinute {
			best, ok = at, true
		}
	}
	return best, ok
}

// sayFed is what a machine's balls say of a student, of a pattern of n balls: "keeps up
// with 24 a minute (14 of 20); 8 of 28 balls in one place". "" where none was fed.
func (b *BlockState) sayFed(student string, n int) string {
	balls, isolated := 0, 0
	for _, m := range b.Machine {
		if m.Student != student {
			continue
		}
		balls += m.Balls
		if m.Setting.Isolated(n) {
			isolated += m.Balls
		}
	}
	if balls == 0 {
		return ""
	}
	said := fmt.Sprintf("%d of %d balls in one place", isolated, balls)
	switch {
	case isolated == 0:
		said = "all balls linked"
	case isolated == balls:
		said = "all balls in one place"
	}
	if best, ok := b.Sustained(student); ok {
		return fmt.Sprintf("keeps up with %.0f a minute (%d of %d); %s",
			best.Setting.PerMinute, best.Good, best.Balls, said)
	}
	if slices.ContainsFunc(
		b.Machine,
		func(m FedState) bool { return m.Student == student && m.Balls >= enoughFed },
	) {
		return "no rate kept up yet; " + said
	}
	return said
}

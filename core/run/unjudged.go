package run

import "slices"

// judging are the kinds in which coaches write about students or judge them.
var judging = []Kind{Engagement, Effort, Confidence, Note, Tag}

// Unjudged returns the events without those in which somebody wrote about students or judged them, for
// somebody who only counts.
func Unjudged(events []Event) []Event {
	out := make([]Event, 0, len(events))
	for _, e := range events {
		if !slices.Contains(judging, e.Kind) && e.Text == "" {
			out = append(out, e)
		}
	}
	return out
}

// Unjudged returns the state without what was written about students, and how they were judged.
func (s State) Unjudged() State {
	s.Engagement, s.Effort, s.Confidence = map[string]int{}, map[string]int{}, map[string]int{}
	s.Note, s.Notes, s.Tags = "", nil, nil
	return s
}

package progress

import (
	"strings"
	"unicode"
)

// Felt is how a lesson was for a student: engagement and effort from 1 to 10, 0 where nobody said,
// and what the coach wrote about the student then.
type Felt struct {
	DaysBefore int
	Engagement int
	Effort     int
	Words      string
}

// How a student is doing [trade]: over so many lessons engagement falls and effort rises by so
// much, a word about pain stands for so many days, and so many days without a lesson are an
// absence.
const (
	fadesOver = 3
	fadesBy   = 2
	painDays  = 14
	AwayDays  = 14
)

// Fades reports whether over the last three lessons in which both were said, the latest first,
// engagement fell by 2 or more while effort rose by 2 or more, with the first and the last of them.
func Fades(felt []Felt) (first, last Felt, is bool) {
	var said []Felt
	for _, f := range felt {
		if f.Engagement > 0 && f.Effort > 0 && len(said) < fadesOver {
			said = append(said, f)
		}
	}
	if len(said) < fadesOver {
		return first, last, false
	}
	first, last = said[fadesOver-1], said[0]
	return first, last, first.Engagement-last.Engagement >= fadesBy && last.Effort-first.Effort >= fadesBy
}

// pains are the beginnings of words that tell of pain or an injury.
var pains = []string{
	"pain", "hurt", "injur", "sore", "ache", "aching", "sprain", "swollen", "swelling", "limp", "twisted",
}

// Pain returns the latest of what was written in the last two weeks that tells of pain or an
// injury.
func Pain(felt []Felt) (f Felt, is bool) {
	for _, f := range felt {
		if f.DaysBefore > painDays {
			continue
		}
		between := func(r rune) bool { return !unicode.IsLetter(r) }
		for _, word := range strings.FieldsFunc(strings.ToLower(f.Words), between) {
			for _, p := range pains {
				if strings.HasPrefix(word, p) && !strings.HasPrefix(word, "paint") {
					return f, true
				}
			}
		}
	}
	return f, false
}

// Away returns the days since the last lesson where they are an absence: two weeks or more.
func Away(felt []Felt) (days int, is bool) {
	if len(felt) == 0 {
		return 0, false
	}
	days = felt[0].DaysBefore
	return days, days >= AwayDays
}

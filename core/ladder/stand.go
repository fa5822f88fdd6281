package ladder

// Kind is why a student came to a rung.
type Kind string

// The kinds of move.
const (
	Begin Kind = "begin" // put on the ladder
	Up    Kind = "up"    // advice taken
	Ease  Kind = "ease"  // advice taken
	Set   Kind = "set"   // the coach's own doing, with a reason
	Word  Kind = "word"  // the coach's word that the gate was met that day; the rung stays
	Off   Kind = "off"   // taken off the ladder
)

// Move is one step of a student on a ladder.
type Move struct {
	Kind   Kind   `json:"kind"`
	Rung   string `json:"rung"` // where the student stands after it
	At     int64  `json:"at"`   // ms since 1970
	Day    int    `json:"-"`
	Reason string `json:"reason,omitempty"`
}

// Standing is a student's way on one ladder, oldest move first.
type Standing []Move

// Now is the rung the student stands on; false off the ladder.
func (s Standing) Now() (rung string, on bool) {
	if len(s) == 0 || s[len(s)-1].Kind == Off {
		return "", false
	}
	return s[len(s)-1].Rung, true
}

// since is when the student came to the rung, as a place among the moves.
func (s Standing) since() int {
	i := len(s) - 1
	for i > 0 && s[i].Kind == Word {
		i--
	}
	return i
}

// eased is how often the student came back to a rung from above since being put on the
// ladder: each asks for one more day before the next going up.
func (s Standing) eased(rung string) (n int) {
	for _, m := range s {
		switch {
		case m.Kind == Begin || m.Kind == Set:
			n = 0
		case m.Kind == Ease && m.Rung == rung:
			n++
		}
	}
	return n
}

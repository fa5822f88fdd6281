package flight

import (
	"encoding/json"
	"fmt"
	"strings"

	"hodometer/core/units"
)

// Reason says why a flight is not possible. It holds its lengths and speeds as
// figures, so that one answer, reckoned once, can be said in either system of
// units. The zero Reason is that of a flight that is possible.
type Reason struct {
	words   string // with one %s for each figure
	figures []units.Measured
}

func why(words string, figures ...units.Measured) Reason { return Reason{words, figures} }

// IsZero reports whether there is no reason: the flight is possible.
func (r Reason) IsZero() bool { return r.words == "" }

// Say returns the reason as a sentence with its figures in that system.
func (r Reason) Say(s units.System) string {
	said := make([]any, len(r.figures))
	for i, f := range r.figures {
		said[i] = f.In(s)
	}
	return fmt.Sprintf(r.words, said...)
}

// String returns the sentence in metres.
func (r Reason) String() string { return r.Say(units.Metric) }

// UnmarshalJSON reads what MarshalJSON wrote; its figures stay in metres.
func (r *Reason) UnmarshalJSON(data []byte) error {
	var said string
	err := json.Unmarshal(data, &said)
	*r = Reason{words: strings.ReplaceAll(said, "%", "%%")}
	return err
}

// MarshalJSON writes the sentence in metres, the unit of every figure beside it.
func (r Reason) MarshalJSON() ([]byte, error) { return json.Marshal(r.String()) }

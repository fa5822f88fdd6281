package units

// Mark says how far a formula or a constant can be trusted, in the same words
// as the tests and docs/reckoning use.
type Mark string

// The marks, strongest first.
const (
	Rule   Mark = "rule"   // a published rule book, standard or closed form
	Paper  Mark = "paper"  // a published result
	Trade  Mark = "trade"  // common practice, no source
	Memory Mark = "memory" // quoted from memory, the document was not at hand
)

// Unit names what a figure counts, so that a screen can write it.
type Unit string

// Units used by figures.
const (
	Balls   Unit = "balls"
	Minutes Unit = "minutes"
	Chance  Unit = "chance" // 0 to 1
	Seconds Unit = "seconds"
	Metres  Unit = "metres"
	Count   Unit = "count"
	Load    Unit = "load" // minutes × how hard it was, 1 to 10
)

// Input is one of the values a figure was reckoned from.
type Input struct {
	Name  string  `json:"name"`
	Value float64 `json:"value"`
	Unit  Unit    `json:"unit"`
}

// Parameter is what one of a figure's inputs is.
type Parameter struct {
	Name string `json:"name"`
	Unit Unit   `json:"unit"`
}

// Derivation says how a figure is reckoned: the idea in a coach's words, the
// formula in symbols, where it comes from, how far to trust it, and what goes
// in. Figures carry its id and the values; the rest is asked for once.
type Derivation struct {
	ID      string      `json:"id"`
	Name    string      `json:"name"`
	Words   string      `json:"words"`
	Formula string      `json:"formula"`
	Source  string      `json:"source"`
	Mark    Mark        `json:"mark"`
	Inputs  []Parameter `json:"inputs,omitempty"`
}

// Figure is a value that can say how it was reckoned. Low and High, where
// given, bound the value for the stated uncertainty of the inputs.
type Figure struct {
	Value      float64   `json:"value"`
	Unit       Unit      `json:"unit"`
	Low        *float64  `json:"low,omitempty"`
	High       *float64  `json:"high,omitempty"`
	Derivation string    `json:"derivation"` // its id
	Inputs     []float64 `json:"inputs"`     // in the order of the derivation's
	// More are inputs with names of their own: a student's, a goal's.
	More []Input `json:"more,omitempty"`
}

// Of is a figure of that derivation. So many inputs must come as it has
// parameters.
func (d *Derivation) Of(value float64, unit Unit, inputs ...float64) Figure {
	if len(inputs) != len(d.Inputs) {
		panic("units: " + d.ID + " has other inputs")
	}
	if inputs == nil {
		inputs = []float64{}
	}
	return Figure{Value: value, Unit: unit, Derivation: d.ID, Inputs: inputs}
}

// Problem is one thing wrong with what a coach typed: the field, as a path
// such as "blocks[1].minutes", and what would be right.
type Problem struct {
	Field  string `json:"field"`
	Detail string `json:"detail"`
}

// Problems collects what is wrong with an input. It is an error when not empty.
type Problems []Problem

// Error joins the details in order.
func (p Problems) Error() string {
	out := ""
	for i, q := range p {
		if i > 0 {
			out += "; "
		}
		out += q.Field + ": " + q.Detail
	}
	return out
}

// Add notes that field is wrong and what would be right.
func (p *Problems) Add(field, detail string) {
	*p = append(*p, Problem{Field: field, Detail: detail})
}

// Under adds the problems of a part, with the part's own path in front.
func (p *Problems) Under(path string, part Problems) {
	for _, q := range part {
		p.Add(path+"."+q.Field, q.Detail)
	}
}

// Err returns the problems as an error, or nil when there are none.
func (p Problems) Err() error {
	if len(p) == 0 {
		return nil
	}
	return p
}

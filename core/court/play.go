package court

// Play is how a court is usually played on, common practice [trade]: where
// questions begin, and what a new feed is like.
type Play struct {
	Rally Rally `json:"rally"`
	Pace  Pace  `json:"pace"`
	Shot  Shot  `json:"shot"`
	// Base is where one waits for a reply, at the far end; Angle the shot by
	// which open angles are asked about.
	Base  [2]float64 `json:"base"`
	Angle Angle      `json:"angle"`
	Feed  NewFeed    `json:"feed"`
	// TempoMarks are tempos coaches name, in balls a minute.
	TempoMarks []TempoMark `json:"tempoMarks,omitempty"`
}

// Rally is where the strokes of a rally from the back are made: Depth metres
// from the net or front wall, which is BehindLine past the baseline where that
// is how it is written, with the ball's centre at Height; Volley is met before
// it bounces.
type Rally struct {
	Depth      float64 `json:"depth"`
	BehindLine float64 `json:"behindLine,omitempty"`
	Height     float64 `json:"height"`
	Volley     bool    `json:"volley,omitempty"`
}

// Pace of a rally: m/s off the racket, m over the net or tin, topspin in rpm.
type Pace struct {
	Pace   float64 `json:"pace"`
	Over   float64 `json:"over"`
	TopRPM float64 `json:"topRpm"`
}

// Shot is a stroke from place to place, so far over the net or tin.
type Shot struct {
	From   [3]float64 `json:"from"`
	To     [2]float64 `json:"to"`
	Over   float64    `json:"over"`
	TopRPM float64    `json:"topRpm"`
}

// Angle is a shot from a corner of the near end to so deep on the far side.
type Angle struct {
	From  [3]float64 `json:"from"`
	Depth float64    `json:"depth"`
	Over  float64    `json:"over"`
}

// NewFeed is the first ball of a drill drawn from nothing; its words are those
// of package pattern.
type NewFeed struct {
	Start  [2]float64 `json:"start"`
	From   [3]float64 `json:"from"`
	To     [2]float64 `json:"to"`
	By     string     `json:"by"`
	Want   float64    `json:"want"`
	Meet   string     `json:"meet"`
	Height float64    `json:"height"`
	Gap    float64    `json:"gap"`
}

// TempoMark is a tempo and what coaches say of it.
type TempoMark struct {
	PerMinute float64 `json:"perMinute"`
	Words     string  `json:"words"`
}

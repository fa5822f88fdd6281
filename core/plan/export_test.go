package plan

// What the tests look at from outside.
var (
	Clock       = clock
	Percent     = percent
	Even        = even
	RallyChance = rallyChance
)

// Figures the tests hold answers to.
const (
	TooTight    = tooTight
	WorthMoving = worthMoving
)

package game

// Preset is a game as a coach would set it out: the rules as data and the rest
// in words. All are common practice [trade].
type Preset struct {
	ID       string    `json:"id"`
	Title    string    `json:"title"`
	Sports   []string  `json:"sports"`
	Sides    [2]string `json:"sides"` // what each side is or does
	Players  [2]int    `json:"players"`
	Start    string    `json:"start"` // how a rally begins
	How      string    `json:"how"`
	Rules    Rules     `json:"rules"`
	Caution  string    `json:"caution,omitempty"`
	GivesUp  string    `json:"givesUp,omitempty"` // what this choice costs, where coaches disagree
	Marked   []float64 `json:"marked,omitempty"`  // usual chance of each mark
	Uneven   float64   `json:"uneven,omitempty"`  // the share of rallies A is expected to win
	SortedBy string    `json:"sortedBy"`          // what it trains, in one word
}

const (
	eyes     = "Agreed pace; protective eyewear where the sport or the local rule asks for it."
	lookBack = "Overheads: turn and step, never run straight backward; look behind."
)

var everyRacket = []string{"tennis", "tableTennis", "badminton", "squash", "pickleball"}

// Presets are the games that ship with the product.
func Presets() []Preset {
	return []Preset{
		{
			ID:       "shortBall11",
			Title:    "Short-ball game",
			Sports:   []string{"tennis"},
			Sides:    [2]string{"A", "B"},
			Players:  [2]int{1, 1},
			Start:    "a short feed to the other side, live from the first hit",
			How:      "Approach, then close in. The feed changes every four.",
			Rules:    Rules{To: 11, WinBy: 1, FeedChangesEvery: 4, SecondsPerPoint: 20},
			SortedBy: "approach",
		},
		{
			ID:      "corridorRace",
			Title:   "Cross-court corridor race",
			Sports:  []string{"tennis", "pickleball", "badminton"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{1, 1},
			Start:   "a friendly feed cross-court",
			How:     "Only the cross-court half is in, to a marker near the corner. Then the other side.",
			Rules: Rules{
				To:               25,
				WinBy:            1,
				FeedChangesEvery: 5,
				SecondsPerPoint:  12,
			},
			GivesUp:  "A race brings pressure; one total together brings longer rallies.",
			SortedBy: "direction",
		},
		{
			ID:      "serveReturn11",
			Title:   "Four serves, four returns",
			Sports:  []string{"tennis"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{1, 1},
			Start:   "a serve, cross-court half only, alleys in or out as agreed",
			How:     "Four serves, then four returns, to eleven. The first four rallies warm up and do not count.",
			Rules: Rules{
				To:               11,
				WinBy:            1,
				FeedChangesEvery: 4,
				SecondsPerPoint:  22,
				WarmUp:           4,
			},
			Caution:  "Serving volume for juniors: show the count, follow the federation's or clinician's limits.",
			SortedBy: "serve",
		},
		{
			ID:      "unevenRace",
			Title:   "Uneven race, net against defence",
			Sports:  []string{"tennis", "pickleball", "badminton"},
			Sides:   [2]string{"Attacks from the net", "Defends"},
			Players: [2]int{1, 1},
			Start:   "the coach feeds the defender",
			How:     "Ten against five; change the targets with level until it is even.",
			Rules: Rules{
				To:              10,
				ToB:             5,
				WinBy:           1,
				SecondsPerPoint: 15,
			},
			Caution:  lookBack,
			Uneven:   0.67,
			SortedBy: "net",
		},
		{
			ID:      "guardMarker",
			Title:   "Guard the marker",
			Sports:  []string{"pickleball", "tennis"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{1, 1},
			Start:   "a soft volley over the net",
			How:     "Markers stand 15 cm inside the zone. A marker hit counts three.",
			Rules: Rules{
				To:               11,
				WinBy:            1,
				FeedChangesEvery: 2,
				SecondsPerPoint:  10,
				Marks:            []Mark{{ID: "marker", Words: "Marker hit", Worth: 3}},
			},
			Marked:   []float64{0.15},
			Caution:  eyes,
			SortedBy: "touch",
		},
		{
			ID:       "markerDuel",
			Title:    "Marker duel",
			Sports:   everyRacket,
			Sides:    [2]string{"A", "B"},
			Players:  [2]int{1, 1},
			Start:    "a rally to the marker, a ball on top",
			How:      "First to knock the other's ball off three times; a rally counts nothing by itself, so play on.",
			Rules:    Rules{To: 3, WinBy: 1, FeedChangesEvery: 1, SecondsPerPoint: 45},
			SortedBy: "depth",
		},
		{
			ID:      "takeTheNet",
			Title:   "Take the net",
			Sports:  []string{"tennis", "pickleball"},
			Sides:   [2]string{"At the net", "At the back"},
			Players: [2]int{2, 2},
			Start:   "the coach feeds for youngsters; players feed when older",
			How:     "Two against two, five balls. Who wins more of them holds or takes the net; all move one place, those on deck keep their feet moving. Net is further back for nine-year-olds.",
			Rules: Rules{
				To:              5,
				WinBy:           1,
				SecondsPerPoint: 12,
				Set:             &Set{Rallies: 5, Points: 1},
				Net:             "set",
			},
			Caution:  lookBack,
			SortedBy: "doubles",
		},
		{
			ID:      "bothComeIn",
			Title:   "Both must come in",
			Sports:  []string{"tennis", "pickleball"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{2, 2},
			Start:   "a feed to the service line, all move forward",
			How:     "Stepping back loses the rally at once.",
			Rules: Rules{
				To:               11,
				WinBy:            2,
				FeedChangesEvery: 4,
				SecondsPerPoint:  14,
				Marks:            []Mark{{ID: "steppedBack", Words: "Stepped back", Ends: true}},
			},
			Caution:  eyes,
			SortedBy: "doubles",
		},
		{
			ID:      "serveVolleyBonus",
			Title:   "Serve-volley bonus",
			Sports:  []string{"tennis"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{1, 1},
			Start:   "a serve; come in behind it",
			How:     "One point more for the serving side when the serve and the first volley are in, whoever wins the rally.",
			Rules: Rules{
				To:               15,
				WinBy:            1,
				FeedChangesEvery: 4,
				SecondsPerPoint:  25,
				Marks:            []Mark{{ID: "firstTwo", Words: "Serve and volley in", Bonus: 1}},
			},
			Marked:   []float64{0.4},
			SortedBy: "serve",
		},
		{
			ID:      "firstServeBonus",
			Title:   "First-serve bonus",
			Sports:  []string{"tennis"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{2, 2},
			Start:   "a serve; come in behind it",
			How:     "The bonus counts with the first serve only.",
			Rules: Rules{
				To:               15,
				WinBy:            1,
				FeedChangesEvery: 4,
				SecondsPerPoint:  28,
				Marks:            []Mark{{ID: "firstServe", Words: "First serve and volley in", Bonus: 1}},
			},
			Marked:   []float64{0.25},
			SortedBy: "serve",
		},
		{
			ID:      "threePart",
			Title:   "Three-part point",
			Sports:  everyRacket,
			Sides:   [2]string{"A", "B"},
			Players: [2]int{2, 2},
			Start:   "three different feeds: deep, short, high",
			How:     "Two of the three win one point, all three win two.",
			Rules: Rules{
				To:              7,
				WinBy:           1,
				SecondsPerPoint: 12,
				Set:             &Set{Rallies: 3, Points: 1, Sweep: 2},
			},
			Caution:  lookBack,
			SortedBy: "transition",
		},
		{
			ID:      "together",
			Title:   "Go on the short ball, together",
			Sports:  []string{"tennis", "pickleball"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{2, 2},
			Start:   "a rally from the back; go in on the short ball",
			How:     "A point finished with both partners in the zone counts double.",
			Rules: Rules{
				To:               11,
				WinBy:            2,
				FeedChangesEvery: 4,
				SecondsPerPoint:  18,
				Marks:            []Mark{{ID: "bothIn", Words: "Both in the zone", Times: 2}},
			},
			Marked:   []float64{0.3},
			SortedBy: "doubles",
		},
		{
			ID:      "ownScores",
			Title:   "Team plays, each keeps a score",
			Sports:  everyRacket,
			Sides:   [2]string{"A", "B"},
			Players: [2]int{2, 2},
			Start:   "a feed by the side that lost the last rally",
			How:     "Sides play to 15; who made the winning shot notes a point too.",
			Rules: Rules{
				To:              15,
				WinBy:           1,
				SecondsPerPoint: 15,
				Feeder:          "loser",
				OwnScores:       true,
			},
			SortedBy: "doubles",
		},
		{
			ID:      "holdToScore",
			Title:   "Hold to score",
			Sports:  []string{"pickleball", "badminton", "squash", "tennis"},
			Sides:   [2]string{"Has the feed", "Waits for it"},
			Players: [2]int{1, 1},
			Start:   "a serve by the side that has it",
			How:     "Only the side that has the feed scores; win a rally without it and it is yours.",
			Rules: Rules{
				To:              11,
				WinBy:           2,
				SecondsPerPoint: 12,
				Net:             "winner",
				OnlyNetScores:   true,
				Feeder:          "winner",
			},
			SortedBy: "serve",
		},
		{
			ID:      "thirdBall",
			Title:   "Serve and third ball",
			Sports:  []string{"tableTennis"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{1, 1},
			Start:   "a short serve and a push; the third ball attacks",
			How:     "To eleven by two, the serve changes every two.",
			Rules: Rules{
				To:               11,
				WinBy:            2,
				FeedChangesEvery: 2,
				SecondsPerPoint:  12,
			},
			GivesUp:  "Four balls at match pace are plenty; twenty mean too slow.",
			SortedBy: "serve",
		},
		{
			ID:       "twoAgainstOne",
			Title:    "Two against one, straight only",
			Sports:   []string{"badminton"},
			Sides:    [2]string{"One", "The pair, straight only"},
			Players:  [2]int{1, 2},
			Start:    "a high serve by the pair",
			How:      "The pair plays only straight, the one moves as in a match.",
			Rules:    Rules{To: 11, ToB: 15, WinBy: 1, SecondsPerPoint: 14},
			Uneven:   0.45,
			SortedBy: "footwork",
		},
		{
			ID:      "lengthOnly",
			Title:   "Length game",
			Sports:  []string{"squash"},
			Sides:   [2]string{"A", "B"},
			Players: [2]int{1, 1},
			Start:   "a serve; every ball must pass the short line",
			How:     "A ball that bounces short of the line loses the rally. Back to the T each time.",
			Rules: Rules{
				To:              11,
				WinBy:           2,
				SecondsPerPoint: 20,
				Feeder:          "winner",
				Marks:           []Mark{{ID: "short", Words: "Short of the line", Ends: true}},
			},
			Caution:  eyes,
			SortedBy: "depth",
		},
	}
}

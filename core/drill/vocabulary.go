package drill

import "hodometer/core/units"

// The vocabularies of a drill: ids that stay, and the words that are shown for
// them. Nothing is matched, stored or parsed by its words.

// Focuses a drill can be mostly for, in the order a coach would list them.
var Focuses = []units.Term{
	{ID: "depth", Label: "Depth"},
	{ID: "direction", Label: "Direction"},
	{ID: "shortBall", Label: "Short balls"},
	{ID: "lowBall", Label: "Low balls"},
	{ID: "early", Label: "Taking it early"},
	{ID: "volley", Label: "Volleys"},
	{ID: "transition", Label: "Coming in"},
	{ID: "serveReturn", Label: "Serve and return"},
	{ID: "spin", Label: "Spin"},
	{ID: "footwork", Label: "Footwork"},
	{ID: "anticipation", Label: "Anticipation"},
	{ID: string(Technique), Label: "Technique"},
	{ID: "rhythm", Label: "Rhythm"},
	{ID: string(WarmUp), Label: "Warm-up"},
	{ID: "pressure", Label: "Under pressure"},
}

// WarmUp is the focus of what is done to get warm: no part of a lesson's work.
const WarmUp Focus = "warmUp"

// Technique is the focus of what is done for its own sake: held, nearly, not yet,
// whatever the ball does.
const Technique Focus = "technique"

// Label of a focus.
func (f Focus) Label() string { return units.LabelOf(Focuses, string(f)) }

// Afters are what a student does when the turn is over.
var Afters = []units.Term{
	{ID: "stay", Label: "stays on"},
	{ID: "backToLine", Label: "back to the line"},
	{ID: "swap", Label: "swaps"},
	{ID: "collect", Label: "collects"},
	{ID: "rotate", Label: "moves one place"},
}

// Holders a goal can have.
var Holders = []units.Term{
	{ID: string(Each), Label: "each"},
	{ID: string(Pair), Label: "the pair"},
	{ID: string(Team), Label: "the whole group"},
}

// Gates that a stage can have.
var Gates = []units.Term{
	{ID: string(NoGate), Label: "no gate"},
	{ID: string(GateEach), Label: "each student who has met it goes on"},
	{ID: string(GateAll), Label: "everyone goes on when all have met it"},
}

// Directions a ball can be sent in.
var Directions = []units.Term{
	{ID: string(CrossCourt), Label: "cross-court"},
	{ID: string(Straight), Label: "straight"},
	{ID: string(Middle), Label: "to the middle"},
	{ID: string(Anywhere), Label: "anywhere"},
}

// Situations are the balls a skill is played off, as coaches name them.
var Situations = []units.Term{
	{ID: "fedBall", Label: "fed ball"},
	{ID: "fedForehand", Label: "fed forehand"},
	{ID: "fedVolley", Label: "fed volley"},
	{ID: "fedTopspin", Label: "fed topspin"},
	{ID: "deepFeed", Label: "deep feed"},
	{ID: "shortFeed", Label: "short feed"},
	{ID: "calledFeed", Label: "called feed"},
	{ID: "ladderOfFeeds", Label: "progressive feeds"},
	{ID: "deepAndShortFeeds", Label: "deep and short feeds"},
	{ID: "mixedDepths", Label: "mixed depths"},
	{ID: "threeDepths", Label: "three depths"},
	{ID: "feedInTheAir", Label: "feed in the air"},
	{ID: "feedToTheBaselinePair", Label: "feed to the baseline pair"},
	{ID: "feedToTheNetPlayer", Label: "feed to the net player"},
	{ID: "feetAndLob", Label: "feet and lob"},
	{ID: "rally", Label: "rally"},
	{ID: "easyExchange", Label: "easy exchange"},
	{ID: "crossCourtRally", Label: "cross-court rally"},
	{ID: "deepRallyBall", Label: "deep rally ball"},
	{ID: "shortCourtRally", Label: "short-court rally"},
	{ID: "rallyThenAShortBall", Label: "rally, then a short ball"},
	{ID: "crosscourtAndStraight", Label: "cross-court and straight"},
	{ID: "softExchange", Label: "dink rally"},
	{ID: "volleyExchange", Label: "volley exchange"},
	{ID: "length", Label: "length"},
	{ID: "mixedLength", Label: "mixed length"},
	{ID: "shortBall", Label: "short ball"},
	{ID: "lowSlice", Label: "low slice"},
	{ID: "wideBall", Label: "wide ball"},
	{ID: "ballToTheBackhand", Label: "ball to the backhand"},
	{ID: "ballAtTheBody", Label: "ball at the body"},
	{ID: "twoCorners", Label: "two corners"},
	{ID: "volleyedBall", Label: "volleyed ball"},
	{ID: "approachAndLob", Label: "approach and lob"},
	{ID: "approachVolleyOverhead", Label: "approach, volley, overhead"},
	{ID: "lowAndHighVolley", Label: "low and high volley"},
	{ID: "volleyAndLob", Label: "volley and lob"},
	{ID: "overhead", Label: "overhead"},
	{ID: "serve", Label: "serve"},
	{ID: "ownServe", Label: "own serve"},
	{ID: "secondServe", Label: "second serve"},
	{ID: "serveToTheBackhand", Label: "serve to the backhand"},
	{ID: "serveAndFirstVolley", Label: "serve and first volley"},
	{ID: "serveAndNextBall", Label: "serve and next ball"},
	{ID: "ownServeAndPush", Label: "own serve and push"},
	{ID: "deepReturn", Label: "deep return"},
	{ID: "machine", Label: "machine"},
	{ID: "ownToss", Label: "own toss"},
	{ID: "droppedBall", Label: "dropped ball"},
	{ID: "brush", Label: "brush"},
	{ID: "shadow", Label: "shadow"},
	{ID: "throw", Label: "throw"},
	{ID: "calledCorner", Label: "called corner"},
	{ID: "runOut", Label: "run-out"},
	{ID: "multiShuttle", Label: "multi-shuttle"},
	{ID: "thrownShuttle", Label: "thrown shuttle"},
}

// OwnPrefix begins the id of what a coach named: a situation, a thing to bring.
const OwnPrefix = "own-"

// SituationLabel is the name of the drill's situation.
func (d *Drill) SituationLabel() string {
	if d.SituationName != "" {
		return d.SituationName
	}
	return units.LabelOf(Situations, d.Situation)
}

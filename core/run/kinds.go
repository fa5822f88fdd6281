package run

import (
	"slices"

	"hodometer/core/drill"
	"hodometer/core/goal"
	"hodometer/core/lesson"
	"hodometer/core/play"
)

// kind is what an event of a kind needs, what it does to the state, and, where a
// coach can take it back, the label of the button that does. Adding a kind is adding a
// row. Undo and Amend do nothing by themselves: they are read before.
type kind struct {
	id    Kind
	needs []need
	does  func(f *fold, e *Event)
	undo  string
}

// Goals that an event of a kind is for.
var (
	timed     = holding("counted in a set time", func(s drill.Stage) bool { return s.Goal.Kind.Timed() })
	byClock   = holding("against the clock", func(s drill.Stage) bool { return s.Goal.Kind == goal.Clock })
	notByTime = holding("counted in balls", func(s drill.Stage) bool { return s.Goal.Kind != goal.Clock })
)

// kinds there are, those that come most often first.
var kinds = []kind{
	{Good, []need{somebodyOrDue, aStage, aPlace, fedRight}, balls(play.Good), "Undo good"},
	{Miss, []need{somebodyOrDue, aStage, aPlace, fedRight}, balls(play.Miss), "Undo miss"},
	{Point, []need{aMatch, aSide, someMarks, maybeAStudent}, (*fold).point, "Undo the last point"},
	{Focus, []need{maybeAStudent}, (*fold).focus, ""},
	{Undo, []need{anEarlierEvent}, func(*fold, *Event) {}, ""},
	{PickUp, []need{aBasket}, (*fold).pickUp, "Undo the pick-up"},
	{PickStep, []need{aStudent, aStage}, (*fold).pickStage, ""},
	{Open, []need{maybeAStudent, aStage}, (*fold).open, ""},
	{
		Turn,
		[]need{aBlock, maybeAStudent, between(0, 100_000, "a turn is one of")},
		(*fold).turn,
		"Undo the turn change",
	},
	{Hold, []need{aBlock, between(0, 1, "held is")}, (*fold).hold, ""},
	{
		Minutes,
		[]need{aBlock, between(0, lesson.MaxMinutes, "a block is left out or takes minutes,")},
		(*fold).minutes,
		"Undo the new minutes",
	},
	{SetUp, []need{aBlock}, (*fold).setUp, ""},
	{
		Many,
		[]need{somebody, aStage, notByTime, between(-mostAtOnce, mostAtOnce, "a count is"), ofAsMany},
		balls(play.Many),
		"Undo the count",
	},
	{Go, []need{somebody, aStage, timed}, balls(play.Go), ""},
	{
		Time,
		[]need{somebody, aStage, byClock, between(100, longest, "a time is, in milliseconds,")},
		balls(play.Timed),
		"Undo the time",
	},
	{
		Reps,
		[]need{aStudent, aStage, between(1, mostAtOnce, "repetitions are")},
		balls(play.Reps),
		"Undo the repetitions",
	},
	{Held, []need{aStudent, aStage, between(0, 2, "held is")}, balls(play.Rated), "Undo the rating"},
	{
		Rally,
		[]need{aStudent, somebody, aStage, between(0, mostAtOnce, "the shots of a rally are"), aPlace},
		balls(play.Rally),
		"Undo the rally",
	},
	{Choice, []need{aStudent, aStage, aChoice}, balls(play.Chose), "Undo the choice"},
	{
		Error,
		[]need{aBlock, maybeAStudent, between(-mostAtOnce, mostAtOnce, "errors are")},
		(*fold).wrong,
		"Undo the error",
	},
	{Minute, []need{aMinute}, (*fold).minute, ""},
	{Bell, []need{aBlock}, (*fold).bell, "Undo the bell"},
	{GoTo, []need{aBlock}, (*fold).goTo, ""},
	{Start, nil, (*fold).start, ""},
	{Pause, nil, func(f *fold, e *Event) { f.stop(e.At) }, ""},
	{Sides, []need{aMatch, twoSides}, (*fold).sides, "Undo the sides"},
	{Practice, []need{aMatch, between(0, 20, "practice rounds are")}, (*fold).practice, ""},
	{Finish, nil, (*fold).finish, "Undo the end of the lesson"},
	{
		Engagement,
		[]need{aStudent, oneToTen},
		func(f *fold, e *Event) { f.state.Engagement[e.Student] = e.Value },
		"",
	},
	{
		Confidence, []need{aStudent, oneToTen},
		func(f *fold, e *Event) { f.state.Confidence[e.Student] = e.Value }, "",
	},
	{Effort, []need{aStudent, oneToTen}, func(f *fold, e *Event) { f.state.Effort[e.Student] = e.Value }, ""},
	{
		Lasted,
		[]need{aBlock, between(0, longest, "a block takes, in milliseconds,")},
		(*fold).lasted,
		"Undo the length of a block",
	},
	{Note, []need{aLine, maybeAStudent}, (*fold).note, ""},
	{Tag, []need{aStudent, aWord}, (*fold).tag, "Undo the observation"},
	{There, []need{aStudent, between(NotThere, HasGone, "there is")}, (*fold).there, "Undo the attendance"},
	{
		Counted,
		[]need{aStudent, aStage, between(0, mostAtOnce, "a count is"), ofAsMany, aBest},
		balls(play.Correct),
		"Undo the corrected count",
	},
	{Scored, []need{aMatch, aScore}, (*fold).scored, "Undo the corrected score"},
	{Amend, []need{another}, func(*fold, *Event) {}, ""},
	{GiveUp, nil, func(f *fold, e *Event) { f.end(e, GivenUp) }, "Undo abandoning the lesson"},
	{Remove, nil, func(f *fold, e *Event) { f.end(e, Removed) }, "Undo removing it from the log"},
}

// byID finds a kind of event. It is filled once, as kinds refers to the fold and the fold
// to it.
var byID map[Kind]*kind

func init() {
	byID = make(map[Kind]*kind, len(kinds))
	for i := range kinds {
		byID[kinds[i].id] = &kinds[i]
	}
}

// Kinds returns every kind of event, those that come most often first.
func Kinds() []Kind {
	out := make([]Kind, len(kinds))
	for i, k := range kinds {
		out[i] = k.id
	}
	return out
}

// kindOf an event; nil for one that is not known.
func kindOf(id Kind) *kind { return byID[id] }

// Undoable are the kinds of event that a coach can take back.
func Undoable() (out []Kind) {
	for _, k := range kinds {
		if k.undo != "" {
			out = append(out, k.id)
		}
	}
	slices.Sort(out)
	return out
}

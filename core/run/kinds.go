package run

import "slices"

// kind is what an event of a kind needs, what it does to the state, and, where a
// coach can take it back, what it is called then. Adding a kind is adding a
// row. Undo does nothing by itself: it is read before (cancelled).
type kind struct {
	id    Kind
	needs []need
	does  func(f *fold, e Event)
	undo  string
}

// kinds there are, those that come most often first.
var kinds = []kind{
	{Good, []need{aStudent, aStep}, (*fold).tap, "good"},
	{Miss, []need{aStudent, aStep}, (*fold).tap, "miss"},
	{Point, []need{aMatch, aSide}, (*fold).point, "the last point"},
	{Focus, []need{aStudent}, func(f *fold, e Event) { f.state.Focus = e.Student }, ""},
	{Undo, []need{anEarlierEvent}, func(*fold, Event) {}, ""},
	{PickUp, []need{aBasket}, (*fold).pickUp, "balls picked up"},
	{PickStep, []need{aStudent, aStep}, (*fold).pickStep, ""},
	{GoTo, []need{aBlock}, (*fold).goTo, ""},
	{Start, nil, (*fold).start, ""},
	{Pause, nil, func(f *fold, e Event) { f.stop(e.At) }, ""},
	{Finish, nil, (*fold).finish, "the end of the lesson"},
	{
		Engagement,
		[]need{aStudent, oneToTen},
		func(f *fold, e Event) { f.state.Engagement[e.Student] = e.Value },
		"",
	},
	{Effort, []need{aStudent, oneToTen}, func(f *fold, e Event) { f.state.Effort[e.Student] = e.Value }, ""},
	{Lasted, []need{aBlock, aLength}, (*fold).lasted, "the length of a block"},
	{Note, []need{aLine}, func(f *fold, e Event) { f.state.Note = e.Text }, ""},
}

// kindOf an event; nil for one that is not known.
func kindOf(id Kind) *kind {
	for i := range kinds {
		if kinds[i].id == id {
			return &kinds[i]
		}
	}
	return nil
}

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

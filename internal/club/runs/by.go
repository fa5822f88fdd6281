package runs

import (
	"context"
	"errors"
	"slices"
	"time"

	"hodometer/core/run"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// By is who adds events: on which device, and whether they may; May nil: whatever they like.
type By struct {
	Device string
	May    func(Asked) error
	// Since is the time at which the device was connected, in milliseconds since 1970.
	Since int64
	// Took hears which of the events were new, and how many of them came late; nil: nobody does.
	Took func(fresh []run.Event, late int)
}

// Asked is an event that somebody wants to add, and how it stands to its lesson.
type Asked struct {
	Kind run.Kind
	// DaysAgo is how many days the lesson's own day is past, negative for one ahead.
	DaysAgo int
	// Finished, or out of the log: given up or removed.
	Finished, Gone bool
	// Late says that it happened before the lesson was finished, on its day and not long ago, when the
	// device was connected already, and only comes now.
	Late bool
	// Own says that what it takes back, changes or replaces was entered on the same device, or
	// that there is nothing of the kind.
	Own bool
}

// lateFor is the longest delay with which an assistant’s count is taken [trade].
const lateFor = 14 * 24 * time.Hour

// slack is the difference allowed between the clocks of a device and of the server [trade].
const slack = 10 * time.Minute

// replaces are the kinds of which the last one counts.
var replaces = []run.Kind{run.There, run.Engagement, run.Effort, run.Confidence, run.Note}

// may gives why an event may not be added by them, as the run stands before all that are added.
func (c *Runs) may(ctx context.Context, q *gen.Queries, a *adding, f *followed) error {
	if a.by.May == nil {
		return nil
	}
	today, err := time.Parse(time.DateOnly, c.store.Now().Format(time.DateOnly))
	if err != nil {
		return err
	}
	day, err := time.Parse(time.DateOnly, f.lesson.Date)
	if err != nil {
		return err
	}
	finish, finished := f.live.Finish()
	status := f.live.State().Status
	for _, e := range a.added {
		if _, there := f.live.Has(e.ID); there {
			continue // it was taken before
		}
		own, err := c.own(ctx, q, a, f, e)
		if err != nil {
			return err
		}
		on := c.store.At(e.At).Format(time.DateOnly)
		asked := Asked{
			Kind:     e.Kind,
			DaysAgo:  int(today.Sub(day).Hours() / 24),
			Finished: finished,
			Gone:     status == run.GivenUp || status == run.Removed,
			Late: on >= f.lesson.Date && on <= day.AddDate(0, 0, 1).Format(time.DateOnly) &&
				(!finished || e.ID < finish.ID && e.At <= finish.At) &&
				e.At+slack.Milliseconds() >= a.by.Since && c.store.Now().Sub(time.UnixMilli(e.At)) <= lateFor,
			Own: own,
		}
		if err := a.by.May(asked); err != nil {
			return err
		}
		if finished || asked.DaysAgo > 1 {
			a.late++
		}
	}
	return nil
}

// own reports whether an event leaves alone what others entered.
func (c *Runs) own(ctx context.Context, q *gen.Queries, a *adding, f *followed, e run.Event) (bool, error) {
	of := e.Undoes + e.Amends // one of them at the most
	if slices.Contains(replaces, e.Kind) {
		was, ok := f.live.Replaced(e)
		if !ok {
			return true, nil
		}
		of = was.ID
	}
	if of == "" {
		return true, nil
	}
	// An event in this request is theirs if it is new: a request can repeat somebody else's.
	if _, there := f.live.Has(of); !there {
		return slices.ContainsFunc(a.added, func(o run.Event) bool { return o.ID == of }), nil
	}
	device, err := q.DeviceOfEvent(ctx, gen.DeviceOfEventParams{RunID: a.run, ID: of})
	if errors.Is(err, store.ErrNone) { // it is packed: long ago, and nobody's any more
		return false, nil
	}
	return device == a.by.Device && device != "", err
}

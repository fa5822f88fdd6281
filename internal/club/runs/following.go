package runs

import (
	"context"
	"fmt"
	"sync"

	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/internal/store/gen"
)

// following are the runs that go on: what they come to so far, so that a tap costs the
// same however long its run is, and who wants to hear of it. It is used under mu alone.
type following struct {
	mu    sync.Mutex
	runs  map[string]*followed
	ears  map[string]map[chan []run.Event]struct{}
	uses  int
	heard sync.Mutex // guards ears
	line  []*adding  // who waits to be written
	busy  bool       // somebody is writing
	queue sync.Mutex // guards line and busy
}

// adding is what one device adds to a run.
type adding struct {
	run   string
	of    *Origin
	by    By
	added []run.Event
	fresh []run.Event // those that were new
	late  int         // how many came after the lesson was over
	state run.State
	err   error
	done  chan struct{}
}

// mostAtOnce addings share one transaction [trade].
const mostAtOnce = 64

// queue has an adding written: whoever comes first writes for all who come meanwhile,
// so that many courts at once share one flush to the disk.
func (c *Runs) queue(ctx context.Context, a *adding) {
	w := &c.following
	w.queue.Lock()
	w.line = append(w.line, a)
	first := !w.busy
	w.busy = true
	w.queue.Unlock()
	if !first {
		return
	}
	for {
		w.queue.Lock()
		n := min(len(w.line), mostAtOnce)
		if n == 0 {
			w.busy = false
			w.queue.Unlock()
			return
		}
		now := w.line[:n:n]
		w.line = w.line[n:]
		w.queue.Unlock()
		// Others hang on it too: it is not given up with who happened to come first.
		c.write(context.WithoutCancel(ctx), now)
	}
}

// write adds in one transaction, and tells who listens.
func (c *Runs) write(ctx context.Context, all []*adding) {
	w := &c.following
	w.mu.Lock()
	defer w.mu.Unlock()
	// A fault of ours in one must not leave the others, and all who come later, waiting.
	defer func() {
		fault := recover()
		for _, a := range all {
			if a.err == nil && fault != nil {
				a.err = fmt.Errorf("adding to run %s: %v", a.run, fault)
				delete(w.runs, a.run)
			}
			close(a.done)
		}
	}()
	works := make([]func(q *gen.Queries) error, len(all))
	for i, a := range all {
		works[i] = func(q *gen.Queries) error {
			err := c.add(ctx, q, a)
			if err != nil {
				delete(w.runs, a.run) // what it holds may be more than what the file has
			}
			return err
		}
	}
	for i, err := range c.store.Batch(ctx, works) {
		a := all[i]
		if a.err = err; err != nil {
			delete(w.runs, a.run)
		} else if len(a.fresh) > 0 {
			w.tell(a.run, a.fresh)
		}
	}
}

// followed is one run that goes on, as the file has it.
type followed struct {
	lesson    *lesson.Lesson
	live      *run.Live
	startedAt int64  // as the row has it
	status    string // as the row has it
	first     int64  // when its earliest event was, by the device's clock
	used      int
	row       gen.UpdateRunParams // as it was last written
}

// mostFollowed runs are remembered [trade]: the courts of a large club.
const mostFollowed = 128

// follow is that run, from memory or from the file. The lock must be held.
func (c *Runs) follow(ctx context.Context, q *gen.Queries, id string) (*followed, error) {
	w := &c.following
	w.uses++
	if f := w.runs[id]; f != nil {
		f.used = w.uses
		return f, nil
	}
	row, l, events, err := readRun(ctx, q, id)
	if err != nil {
		return nil, err
	}
	f := &followed{
		lesson: l, live: run.Follow(l, events), startedAt: row.StartedAt, status: row.Status, used: w.uses,
	}
	f.earliest(events)
	if w.runs == nil {
		w.runs = map[string]*followed{}
	}
	if len(w.runs) >= mostFollowed {
		oldest := ""
		for id, f := range w.runs {
			if oldest == "" || f.used < w.runs[oldest].used {
				oldest = id
			}
		}
		delete(w.runs, oldest)
	}
	w.runs[id] = f
	return f, nil
}

// Forget has the runs that go on read anew, where the file was changed otherwise than by them.
func (c *Runs) Forget() {
	c.following.mu.Lock()
	defer c.following.mu.Unlock()
	clear(c.following.runs)
}

func (f *followed) earliest(events []run.Event) {
	for _, e := range events {
		if f.first == 0 || e.At < f.first {
			f.first = e.At
		}
	}
}

// Listen to what is added to a run from now on. Who is too slow to hear hears of it by
// the next reading; the channel is closed then. Stop must be called.
func (c *Runs) Listen(id string) (added <-chan []run.Event, stop func()) {
	w := &c.following
	ear := make(chan []run.Event, 64)
	w.heard.Lock()
	defer w.heard.Unlock()
	if w.ears == nil {
		w.ears = map[string]map[chan []run.Event]struct{}{}
	}
	if w.ears[id] == nil {
		w.ears[id] = map[chan []run.Event]struct{}{}
	}
	w.ears[id][ear] = struct{}{}
	return ear, func() {
		w.heard.Lock()
		defer w.heard.Unlock()
		w.deafen(id, ear)
	}
}

func (w *following) deafen(id string, ear chan []run.Event) {
	if _, there := w.ears[id][ear]; there {
		delete(w.ears[id], ear)
		close(ear)
		if len(w.ears[id]) == 0 {
			delete(w.ears, id)
		}
	}
}

// tell those who listen to a run.
func (w *following) tell(id string, added []run.Event) {
	w.heard.Lock()
	defer w.heard.Unlock()
	for ear := range w.ears[id] {
		select {
		case ear <- added:
		default:
			w.deafen(id, ear)
		}
	}
}

// EventCount is how many events a run has so far; none where it has not begun.
func (c *Runs) EventCount(ctx context.Context, id string) (n int, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		count, err := q.CountEvents(ctx, id)
		n = int(count)
		return err
	})
	return n, err
}

// Hush ends all listening: the server stops.
func (c *Runs) Hush() {
	w := &c.following
	w.heard.Lock()
	defer w.heard.Unlock()
	for id, ears := range w.ears {
		for ear := range ears {
			w.deafen(id, ear)
		}
	}
}

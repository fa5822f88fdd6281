package access

import (
	"context"
	"net/netip"
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// How often a door may be tried from one place: five times at once, and then every ten seconds.
// Each door has its own pace, and what went right does not count.
const (
	triesAtOnce  = 5
	triesEvery   = 10 * time.Second
	placesInMind = 10_000
)

// limits hold who fails at the doors to a pace, each place by itself: strangers who fail elsewhere
// hold nobody up.
type limits struct {
	mu    sync.Mutex
	doors map[string]map[string]*rate.Limiter // by door and place
}

// try is one try of a door. It counts until it is known that it went right.
type try struct {
	at    time.Time
	token *rate.Reservation
	// failed is how often there were wrong tries from there lately; −1: from a known device.
	failed int
	// known is what a device that came in keeps, so that it is known the next time.
	known string
}

// let takes one of the tries that a place has at a door now; nil where it has none.
func (l *limits) let(door, from string, now time.Time) *try {
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.doors == nil {
		l.doors = map[string]map[string]*rate.Limiter{}
	}
	places := l.doors[door]
	if places == nil || len(places) > placesInMind {
		places = rested(places, now)
		l.doors[door] = places
	}
	one := places[from]
	if one == nil {
		one = rate.NewLimiter(rate.Every(triesEvery), triesAtOnce)
		places[from] = one
	}
	token := one.ReserveN(now, 1)
	if token.DelayFrom(now) > 0 {
		token.CancelAt(now)
		return nil
	}
	return &try{at: now, token: token, failed: triesAtOnce - 1 - int(one.TokensAt(now))}
}

// right says that a try went right, and does not count.
func (t *try) right() { t.token.CancelAt(t.at) }

// rested leaves out the places that failed so long ago that they have all their tries; all, where
// that still leaves too many.
func rested(places map[string]*rate.Limiter, now time.Time) map[string]*rate.Limiter {
	kept := map[string]*rate.Limiter{}
	for from, one := range places {
		if one.TokensAt(now) < triesAtOnce {
			kept[from] = one
		}
	}
	if len(kept) > placesInMind {
		clear(kept)
	}
	return kept
}

// placeOf an address: of the newer kind, one household has 2^64.
func placeOf(from string) string {
	addr, err := netip.ParseAddr(from)
	if err != nil || addr.Is4() || addr.Is4In6() {
		return from
	}
	prefix, err := addr.Prefix(64)
	if err != nil {
		return from
	}
	return prefix.String()
}

type tryKey struct{}

// tryOf is the try at a door that a request is; one that never failed where it is none.
func tryOf(ctx context.Context) *try {
	if t, ok := ctx.Value(tryKey{}).(*try); ok {
		return t
	}
	return &try{}
}

// turnstile lets through one at a time: a passphrase takes 64 MB and a tenth of a second to look
// at. Of those who wait, who failed least lately comes first, then who was first there. Many
// strangers who guess from many places cannot hold up who knows the words.
type turnstile struct {
	mu      sync.Mutex
	busy    bool
	waiting []*waiting
}

type waiting struct {
	failed int
	turn   chan struct{}
}

// enter waits for a turn, or for the end of the context.
func (t *turnstile) enter(ctx context.Context, failed int) error {
	t.mu.Lock()
	if !t.busy {
		t.busy = true
		t.mu.Unlock()
		return nil
	}
	w := &waiting{failed, make(chan struct{})}
	t.waiting = append(t.waiting, w)
	t.mu.Unlock()
	select {
	case <-w.turn:
		return nil
	case <-ctx.Done():
	}
	t.mu.Lock()
	for i, other := range t.waiting {
		if other == w {
			t.waiting = append(t.waiting[:i], t.waiting[i+1:]...)
			t.mu.Unlock()
			return ctx.Err()
		}
	}
	t.mu.Unlock()
	t.leave() // the turn came just now
	return ctx.Err()
}

// leave gives the turn on.
func (t *turnstile) leave() {
	t.mu.Lock()
	defer t.mu.Unlock()
	next := -1
	for i, w := range t.waiting {
		if next < 0 || w.failed < t.waiting[next].failed {
			next = i
		}
	}
	if next < 0 {
		t.busy = false
		return
	}
	close(t.waiting[next].turn)
	t.waiting = append(t.waiting[:next], t.waiting[next+1:]...)
}

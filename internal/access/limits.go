package access

import (
	"net/netip"
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// How often a door may be tried: five times at once and then every ten seconds from one
// place, and so many times a minute from everywhere together.
const (
	triesAtOnce  = 5
	triesEvery   = 10 * time.Second
	triesAMinute = 60
	placesInMind = 10_000
)

// limits hold everybody at the doors to a pace.
type limits struct {
	mu     sync.Mutex
	places map[string]*rate.Limiter
	all    *rate.Limiter
}

// let says whether who comes from there may try a door now.
func (l *limits) let(from string, now time.Time) bool {
	l.mu.Lock()
	defer l.mu.Unlock()
	if l.places == nil || len(l.places) > placesInMind {
		l.places = map[string]*rate.Limiter{}
	}
	if l.all == nil {
		l.all = rate.NewLimiter(rate.Limit(triesAMinute)/60, triesAMinute)
	}
	place := placeOf(from)
	one := l.places[place]
	if one == nil {
		one = rate.NewLimiter(rate.Every(triesEvery), triesAtOnce)
		l.places[place] = one
	}
	return one.AllowN(now, 1) && l.all.AllowN(now, 1)
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

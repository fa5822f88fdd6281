package access

import (
	"crypto/subtle"
	"sync"
	"time"
)

// How long a code lets a device in, and how often digits may be wrong. A million to five
// is the chance of who guesses.
const (
	CodeLasts  = 5 * time.Minute
	codeTries  = 5
	mostAtOnce = 20
)

// Code lets one device in: the secret by a picture that the phone reads, the digits by
// hand. It lives in memory; a server that starts again has none.
type Code struct {
	Digits  string
	Secret  string
	Role    Role
	Coach   string // whose device it lets in; "" for nobody's in particular
	Expires time.Time

	tries int // that are left for the digits
}

// codes are those that wait for a device.
type codes struct {
	mu  sync.Mutex
	all []*Code
}

func (c *codes) make(role Role, coach string, now time.Time) Code {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.forget(now)
	if len(c.all) >= mostAtOnce {
		c.all = c.all[1:]
	}
	one := &Code{sixDigits(), secret(), role, coach, now.Add(CodeLasts), codeTries}
	c.all = append(c.all, one)
	return *one
}

// take gives the code that was typed or read, and ends it. Wrong
// digits count against every code that waits, for nobody knows which was meant.
func (c *codes) take(said string, now time.Time) (Code, bool) {
	c.mu.Lock()
	defer c.mu.Unlock()
	c.forget(now)
	const digits = 6
	for i, one := range c.all {
		right := subtle.ConstantTimeCompare([]byte(said), []byte(one.Secret)) == 1 ||
			(one.tries > 0 && subtle.ConstantTimeCompare([]byte(said), []byte(one.Digits)) == 1)
		if right {
			c.all = append(c.all[:i:i], c.all[i+1:]...)
			return *one, true
		}
	}
	if len(said) == digits {
		for _, one := range c.all {
			one.tries--
		}
	}
	return Code{}, false
}

func (c *codes) forget(now time.Time) {
	kept := c.all[:0:0]
	for _, one := range c.all {
		if now.Before(one.Expires) {
			kept = append(kept, one)
		}
	}
	c.all = kept
}

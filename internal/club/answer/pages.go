package answer

import (
	"cmp"
	"encoding/base64"
	"encoding/json"
	"math"
	"strconv"
	"strings"
	"time"

	"hodometer/core/units"
)

// Page is part of a list, and where the next part begins; nothing where this is its end.
type Page[T any] struct {
	Items []T    `json:"items"`
	Next  string `json:"next,omitempty"`
}

// Part is which part of a list is asked for: of those days, of which Until is not one, with
// that student and with all of those words somewhere in it, at most so many, from where the
// page before ended.
type Part struct {
	Since, Until   string // 2006-01-02; "" for open
	Student, Words string
	// Unjudged has words found in nothing that coaches wrote of a lesson that was given.
	Unjudged bool
	Limit    int
	After    string
}

// aPage is how many a page has where nobody says.
const aPage = 50

// Paged is a page of so many at the most, of which one more was read where there are more.
func Paged[T any](all []T, limit int, key func(T) []string) Page[T] {
	if len(all) <= limit {
		return Page[T]{Items: all}
	}
	text := strings.Join(key(all[limit-1]), "\n")
	return Page[T]{all[:limit], base64.RawURLEncoding.EncodeToString([]byte(text))}
}

// AtMost is how many are asked for.
func (p Part) AtMost() int { return cmp.Or(p.Limit, aPage) }

// Key is the key from which the page goes on, in so many parts; nil for the first page.
func (p Part) Key(parts int) ([]string, error) {
	if p.After == "" {
		return nil, nil
	}
	text, err := base64.RawURLEncoding.DecodeString(p.After)
	key := strings.Split(string(text), "\n")
	if err != nil || len(key) != parts {
		return nil, errNoPage
	}
	return key, nil
}

// Before is the number from which a list of numbers goes on downward; above all of them for the first
// page.
func (p Part) Before() (int64, error) {
	key, err := p.Key(1)
	if err != nil || key == nil {
		return math.MaxInt64, err
	}
	n, err := strconv.ParseInt(key[0], 10, 64)
	if err != nil {
		return 0, errNoPage
	}
	return n, nil
}

var errNoPage = units.Problems{{Field: "after", Detail: "this page does not exist; begin again"}}

// WordList are those looked for, as a JSON list in small letters.
func (p Part) WordList() string {
	out, _ := json.Marshal(strings.Fields(strings.ToLower(p.Words))) // strings can be written
	return string(out)
}

// Days are those asked for as text, with all days where nothing is said.
func (p Part) Days() (since, until string) { return p.Since, cmp.Or(p.Until, "9999") }

// Times are the milliseconds in which those days are, where this clock stands.
func (p Part) Times(where *time.Location) (since, until int64, err error) {
	until = math.MaxInt64
	for _, one := range []struct {
		day, field string
		at         *int64
	}{{p.Since, "from", &since}, {p.Until, "until", &until}} {
		if one.day == "" {
			continue
		}
		t, err := time.ParseInLocation(time.DateOnly, one.day, where)
		if err != nil {
			return 0, 0, units.Problems{{Field: one.field, Detail: "write a day such as 2026-11-29"}}
		}
		*one.at = t.UnixMilli()
	}
	return since, until, nil
}

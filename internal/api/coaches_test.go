package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"hodometer/internal/access"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// tries to sign in from an address, with the words and what the device keeps.
func (g *gate) tries(from, coach, words, keeps string) *httptest.ResponseRecorder {
	one := *g // calls that go on at once
	one.from = from
	body := map[string]any{"passphrase": words, "name": "A laptop"}
	if coach != "" {
		body["coach"] = coach
	}
	return one.call("POST", "/api/v1/access/signIn", keeps, body, nil)
}

// Strangers guess from everywhere at once, at every door. The owner comes in from another address,
// from the machine itself, and from the address of a stranger on a device that came in before.
func TestStrangersDoNotLockTheOwnerOut(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	first := g.tries("192.168.7.50:4000", "", passphrase, "")
	require.Equal(t, 200, first.Code)
	keeps := ""
	for _, c := range first.Result().Cookies() {
		if strings.HasSuffix(c.Name, "-known") {
			require.True(t, c.HttpOnly)
			keeps = c.Name + "=" + c.Value
		}
	}
	require.NotEmpty(t, keeps)
	require.Equal(t, 401, g.call("GET", "/api/v1/lessons", keeps, nil, nil).Code, "it opens nothing")
	var strangers sync.WaitGroup
	for i := range 6 {
		strangers.Go(func() {
			from := fmt.Sprintf("192.168.7.%d:4000", 100+i)
			for range 7 {
				require.Contains(t, []int{403, 429}, g.tries(from, "", "not these words", "").Code)
			}
		})
	}
	for range 7 {
		g.tries("192.168.7.50:4000", "", "not these words", "")
	}
	require.Equal(
		t,
		429,
		g.tries("192.168.7.50:4000", "", passphrase, "").Code,
		"the stranger’s address has no try left",
	)
	require.Equal(
		t,
		200,
		g.tries("192.168.7.50:4000", "", passphrase, keeps).Code,
		"a device that is known has",
	)
	require.Equal(t, 200, g.tries("192.168.7.51:4000", "", passphrase, "").Code, "and so has another address")
	require.Equal(t, 200, g.tries("127.0.0.1:4000", "", passphrase, "").Code, "and the machine itself")
	strangers.Wait()

	var deeds []access.Deed
	w := g.call("GET", "/api/v1/access/deeds", cookieOf(first), nil, nil)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &deeds))
	failed := map[string]int{}
	for _, d := range deeds {
		if d.Did == "entered a wrong passphrase" {
			failed[d.Who]++
		}
	}
	require.Len(t, failed, 7, "the owner sees from where")
	require.Equal(t, 1, failed["192.168.7.105"], "once a sitting")
	require.Contains(t, g.log.String(), "from=192.168.7.105")
}

// What goes right does not count, and each door has a pace of its own.
func TestWhatGoesRightDoesNotCount(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	for range 8 {
		require.Equal(t, 200, g.tries("192.168.7.50:4000", "", passphrase, "").Code)
	}
	for range 5 {
		require.Equal(t, 403, g.tries("192.168.7.50:4000", "", "not these words", "").Code)
	}
	require.Equal(t, 429, g.tries("192.168.7.50:4000", "", "not these words", "").Code)
	require.Equal(
		t,
		403,
		g.call("POST", "/api/v1/access/pair", "", map[string]any{"code": "000000"}, nil).Code,
	)
	require.Equal(t, 403, g.call("POST", "/api/v1/cards/open", "", map[string]any{"secret": "x"}, nil).Code)
}

func (g *gate) coaches(cookie string) map[string]access.CoachOfClub {
	var all []access.CoachOfClub
	w := g.call("GET", "/api/v1/access/coaches", cookie, nil, nil)
	require.Equal(g.t, 200, w.Code, w.Body.String())
	require.NoError(g.t, json.Unmarshal(w.Body.Bytes(), &all))
	out := map[string]access.CoachOfClub{}
	for _, c := range all {
		out[c.Name] = c
	}
	return out
}

// A coach signs in by name; a lesson says who gives it; an owner hands lessons over and disables a
// coach, who is out at once.
func TestCoachesByName(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner := g.owner()
	add := func(name, words string) int {
		return g.call(
			"POST",
			"/api/v1/access/coaches",
			owner,
			map[string]any{"name": name, "passphrase": words},
			nil,
		).Code
	}
	require.Equal(t, 200, add("Linden Marsh", "ash birch cedar"))
	require.Equal(t, 200, add("Rowan", "dogwood elder fir"))
	require.Equal(t, 422, add("rowan ", "dogwood elder fir"), "two of a name could not be told apart")
	require.Equal(t, 422, add("Sorrel", "short"))
	require.Equal(t, 422, add(" ", "dogwood elder fir"))
	linden, rowan := g.coaches(owner)["Linden Marsh"], g.coaches(owner)["Rowan"]

	wrong := g.tries("192.168.7.60:1", "Linden Marsh", "dogwood elder fir", "")
	nobody := g.tries("192.168.7.61:1", "Nobody", "dogwood elder fir", "")
	require.Equal(t, []int{403, 403}, []int{wrong.Code, nobody.Code})
	require.Equal(t, wrong.Body.String(), nobody.Body.String(), "names cannot be tried out")
	require.Equal(
		t,
		403,
		g.tries("192.168.7.62:1", "", "ash birch cedar", "").Code,
		"a coach’s words are no owner’s",
	)
	in := g.tries("192.168.7.60:1", "linden  marsh", "ash birch cedar", "")
	require.Equal(t, 200, in.Code, in.Body.String())
	require.Contains(t, in.Body.String(), `"coach":"Linden Marsh"`)
	require.Contains(t, in.Body.String(), `"role":"coach"`)
	coach := cookieOf(in)

	wren := students.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
	require.Equal(t, 200, g.call("PUT", "/api/v1/students/"+wren.ID, coach, wren, nil).Code)
	l := shortBalls(wren.ID)
	l["date"] = time.Now().AddDate(0, 0, 3).Format(time.DateOnly)
	id := l["id"].(string)
	w := g.call("PUT", "/api/v1/lessons/"+id, coach, l, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	gives := func() string {
		var s lessons.Summary
		w := g.call("GET", "/api/v1/lessons/"+id+"/summary", owner, nil, nil)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &s))
		return s.Coach
	}
	require.Equal(t, "Linden Marsh", gives(), "who plans it gives it")
	require.Equal(t, 1, g.coaches(owner)["Linden Marsh"].Ahead)
	found := g.call("GET", "/api/v1/lessons?words=linden", owner, nil, nil).Body.String()
	require.Contains(t, found, id)
	at := "/api/v1/access/coaches/" + linden.ID
	require.Equal(t, 422, g.call("POST", at+"/lessons", owner, map[string]any{"to": linden.ID}, nil).Code)
	require.Equal(t, 200, g.call("POST", at+"/lessons", owner, map[string]any{"to": rowan.ID}, nil).Code)
	require.Equal(t, "Rowan", gives())
	require.Equal(t, 200, g.call("PUT", "/api/v1/lessons/"+id+"/coach", coach, map[string]any{}, nil).Code)
	require.Empty(t, gives())
	require.Equal(
		t,
		422,
		g.call("PUT", "/api/v1/lessons/"+id+"/coach", coach, map[string]any{"coach": newID()}, nil).Code,
	)
	require.Equal(
		t,
		404,
		g.call("PUT", "/api/v1/lessons/"+newID()+"/coach", coach, map[string]any{}, nil).Code,
	)

	require.Equal(t, 200, g.call("PUT", at, owner, map[string]any{"disabled": true}, nil).Code)
	require.Equal(t, 401, g.call("GET", "/api/v1/lessons", coach, nil, nil).Code, "out at once")
	require.Equal(t, 403, g.tries("192.168.7.63:1", "Linden Marsh", "ash birch cedar", "").Code)
	_, err := g.doors.MakeCode(t.Context(), access.Coach, linden.ID)
	require.ErrorContains(t, err, "disabled")
	require.Equal(t, 200, g.call("PUT", at, owner, map[string]any{"disabled": false}, nil).Code)
	require.Equal(t, 200, g.tries("192.168.7.63:1", "Linden Marsh", "ash birch cedar", "").Code)

	code, err := g.doors.MakeCode(t.Context(), access.Coach, rowan.ID)
	require.NoError(t, err)
	paired := g.call(
		"POST",
		"/api/v1/access/pair",
		"",
		map[string]any{"code": code.Secret, "name": "Phone"},
		nil,
	)
	require.Contains(t, paired.Body.String(), `"coach":"Rowan"`)
	var deeds []access.Deed
	w = g.call("GET", "/api/v1/access/deeds", owner, nil, nil)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &deeds))
	said := []string{}
	for _, d := range deeds {
		said = append(said, d.Who+" "+d.Did)
	}
	require.Contains(t, said, "Rowan signed in with a code")
	require.Contains(t, said, "Linden Marsh changed the lesson Short balls")
	require.Contains(t, said, "Laptop handed over the lessons of Linden Marsh")
}

// A passphrase is changed by who knows the present one, each their own.
func TestThePresentPassphraseIsAsked(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner := g.owner()
	require.NoError(t, g.doors.AddCoach(t.Context(), "Rowan", "dogwood elder fir"))
	coach := cookieOf(g.tries("192.168.7.60:1", "Rowan", "dogwood elder fir", ""))
	other := cookieOf(g.tries("192.168.7.61:1", "Rowan", "dogwood elder fir", ""))
	change := func(cookie, present, words string) int {
		return g.call(
			"PUT",
			"/api/v1/access/passphrase",
			cookie,
			map[string]any{"present": present, "passphrase": words},
			nil,
		).Code
	}
	require.Equal(t, 403, change(owner, "", "other words altogether"))
	require.Equal(t, 403, change(owner, "dogwood elder fir", "other words altogether"))
	require.Equal(
		t,
		403,
		change(g.come(access.Coach), passphrase, "other words altogether"),
		"nobody’s own device",
	)
	require.Equal(t, 204, change(owner, passphrase, "other words altogether"))
	require.Equal(t, 200, g.tries("192.168.7.62:1", "", "other words altogether", "").Code)
	require.Equal(t, 403, change(coach, "other words altogether", "hazel juniper larch"))
	require.Equal(t, 204, change(coach, "dogwood elder fir", "hazel juniper larch"))
	require.Equal(t, 403, g.tries("192.168.7.63:1", "Rowan", "dogwood elder fir", "").Code)
	require.Equal(t, 200, g.tries("192.168.7.63:1", "Rowan", "hazel juniper larch", "").Code)
	asks := func(cookie string) int { return g.call("GET", "/api/v1/lessons", cookie, nil, nil).Code }
	require.Equal(t, []int{200, 401, 200}, []int{asks(coach), asks(other), asks(owner)})
	for range 5 { // who found a laptop that is signed in and guesses
		change(owner, "not these words", "other words altogether")
	}
	require.Equal(t, 429, change(owner, "other words altogether", "words of a thief"))
	g.now = g.now.Add(time.Minute)
	require.Equal(t, 204, change(owner, "other words altogether", "maple oak pine"))
}

// Whatever is tried at the doors, from many places at once and in any order: nobody comes in without
// the words, a code that waits or its secret; who has them comes in from a place that did not fail; and
// no answer is a fault of ours.
func TestTheDoorsHoldWhateverIsTried(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	wren := students.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
	require.Equal(t, 200, g.call("PUT", "/api/v1/students/"+wren.ID, g.owner(), wren, nil).Code)
	link, err := g.doors.MakeCardLink(t.Context(), wren.ID, 7)
	require.NoError(t, err)
	place := 0
	rapid.Check(t, func(t *rapid.T) {
		g.now = g.now.Add(10 * time.Minute) // codes and tries of before are over
		code, err := g.doors.MakeCode(context.Background(), access.Assistant, "")
		require.NoError(t, err)
		from := func(n int) string { return fmt.Sprintf("10.%d.%d.%d:1", place>>8, place&0xff, n) }
		place++
		var all sync.WaitGroup
		for i := range rapid.IntRange(1, 12).Draw(t, "tries") {
			door := rapid.SampledFrom([]string{"access/pair", "cards/open"}).Draw(t, "door")
			field := map[string]string{"access/pair": "code", "cards/open": "secret"}[door]
			said := rapid.OneOf(
				rapid.StringN(0, 40, 40), rapid.StringMatching(`[0-9]{6}`),
				rapid.Just(code.Secret[1:]), rapid.Just(link.Secret+"x"), rapid.Just(" "+link.ID),
			).Draw(t, "said")
			if said == code.Digits {
				continue
			}
			one := *g
			one.from = from(rapid.IntRange(1, 3).Draw(t, "place"))
			all.Go(func() {
				w := one.call("POST", "/api/v1/"+door, "", map[string]any{field: said}, nil)
				require.Contains(t, []int{400, 403, 429}, w.Code, "%d: %q at %s: %s", i, said, door, w.Body)
				require.Empty(t, cookieOf(w))
			})
		}
		all.Wait()
		own := *g
		own.from = from(200)
		w := own.call("POST", "/api/v1/access/pair", "", map[string]any{"code": code.Secret}, nil)
		require.Equal(t, 200, w.Code, w.Body)
		w = own.call("POST", "/api/v1/cards/open", "", map[string]any{"secret": link.Secret}, nil)
		require.Equal(t, 200, w.Code, w.Body)
	})
}

package machine_test

import (
	"context"
	"encoding/json"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"github.com/coder/websocket"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	core "hodometer/core/machine"
	"hodometer/internal/machine"
)

// line is a client's connection to a machine.
type line struct {
	t    *testing.T
	conn *websocket.Conn
}

func dial(t *testing.T, url string) *line {
	t.Helper()
	conn, _, err := websocket.Dial(t.Context(), "ws"+strings.TrimPrefix(url, "http")+machine.Path, nil)
	require.NoError(t, err)
	t.Cleanup(func() { conn.CloseNow() })
	return &line{t, conn}
}

func (l *line) say(m machine.Message) {
	text, err := json.Marshal(m)
	require.NoError(l.t, err)
	_ = l.conn.Write(l.t.Context(), websocket.MessageText, text) // one that is gone is heard to be
}

// hear is the next message but a beat; false once the machine has gone.
func (l *line) hear() (m machine.Message, ok bool) {
	for {
		within, cancel := context.WithTimeout(l.t.Context(), 20*time.Second)
		_, text, err := l.conn.Read(within)
		cancel()
		if err != nil {
			require.NoError(l.t, within.Err(), "the machine says nothing any more")
			return m, false
		}
		m = machine.Message{}
		require.NoError(l.t, json.Unmarshal(text, &m))
		if m.Kind != machine.Beat {
			return m, true
		}
		l.say(machine.Message{Kind: machine.Beat})
	}
}

// until waits for a message of that kind.
func (l *line) until(k machine.Kind) machine.Message {
	for {
		m, ok := l.hear()
		require.True(l.t, ok, "it left before it said %s", k)
		if m.Kind == k {
			return m
		}
	}
}

// enter is who comes back, once the machine knows that they were gone.
func enter(t *testing.T, url string, since int) (*line, machine.Message) {
	for {
		l := dial(t, url)
		l.say(machine.Message{Kind: machine.Hello, Version: machine.Version, Sport: "tennis", Since: since})
		m, ok := l.hear()
		require.True(t, ok)
		if m.Kind == machine.Hello {
			return l, m
		}
	}
}

func hello(sport string) machine.Message {
	return machine.Message{Kind: machine.Hello, Version: machine.Version, Sport: sport}
}

func hall(t *testing.T, o machine.Options) string {
	server := httptest.NewServer(machine.NewHall(o).Handler())
	t.Cleanup(server.Close)
	return server.URL
}

// Stopped, jammed, emptied and cut off at random, the balls that a client heard of are those that were thrown.
func TestEveryBallIsHeardOfOnce(t *testing.T) {
	url := hall(t, machine.Options{Times: 60, JamIn: 25, Hopper: 30, Seed: 7})
	rng := rand.New(rand.NewPCG(8, 9))
	heard, since, ends := map[int]bool{}, 0, 0
	for len(heard) < 300 {
		l, _ := enter(t, url, since)
		l.say(machine.Message{Kind: machine.Load, Programme: programme(t, core.Setting{Shuffled: true})})
		l.say(machine.Message{Kind: machine.Refill})
		l.say(machine.Message{Kind: machine.Start, Countdown: 3})
		for cut := 5 + rng.IntN(40); cut > 0; cut-- {
			m, ok := l.hear()
			require.True(t, ok)
			switch m.Kind {
			case machine.Thrown:
				require.False(t, heard[m.N], "ball %d twice", m.N)
				heard[m.N], since = true, m.N
				if rng.IntN(12) == 0 {
					l.say(machine.Message{Kind: machine.Pause})
				}
			case machine.Pause, machine.Empty, machine.Jam:
				ends++
				l.say(machine.Message{Kind: machine.Refill})
				l.say(machine.Message{Kind: machine.Start, Countdown: 3})
			}
		}
		l.conn.CloseNow() // balls that are on their way are told again
	}
	l, hello := enter(t, url, since)
	last := hello.N
	for since < last {
		m := l.until(machine.Thrown)
		require.False(t, heard[m.N], "ball %d twice", m.N)
		heard[m.N], since = true, m.N
	}
	assert.Len(t, heard, last)
	assert.Positive(t, ends, "it was never stopped")
}

// A client that says nothing any more has its machine stopped within a second.
func TestAClientThatIsSilentStopsTheMachine(t *testing.T) {
	url := hall(t, machine.Options{})
	l := dial(t, url)
	l.say(hello("squash"))
	l.until(machine.Hello)
	begun := time.Now()
	for { // reads, and says nothing
		if _, _, err := l.conn.Read(t.Context()); err != nil {
			break
		}
	}
	assert.Greater(t, time.Since(begun), machine.Lost/2)
	again := dial(t, url)
	again.say(hello("squash"))
	again.until(machine.Hello)
}

// Balls that were thrown for somebody else are not told again.
func TestBallsBelongToTheirClient(t *testing.T) {
	url := hall(t, machine.Options{Times: 60})
	mine, _ := enter(t, url, 0)
	mine.say(machine.Message{Kind: machine.Load, Programme: programme(t, core.Setting{})})
	mine.say(machine.Message{Kind: machine.Start, Countdown: 3})
	n := mine.until(machine.Thrown).N
	mine.say(machine.Message{Kind: machine.Bye})
	mine.until(machine.Bye)
	for {
		l := dial(t, url)
		l.say(
			machine.Message{Kind: machine.Hello, Version: machine.Version, Sport: "tennis", Client: "other"},
		)
		if m, _ := l.hear(); m.Kind == machine.Hello {
			require.GreaterOrEqual(t, m.N, n)
			l.say(machine.Message{Kind: machine.Refill})
			m, _ = l.hear()
			require.Equal(t, machine.Refill, m.Kind, "a ball of another client was told")
			return
		}
	}
}

func TestWhoMayUseAMachine(t *testing.T) {
	url := hall(t, machine.Options{})
	r, err := http.NewRequest(http.MethodGet, url+machine.Path, http.NoBody)
	require.NoError(t, err)
	r.Header.Set("Origin", "https://elsewhere.example")
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	answer.Body.Close()
	assert.Equal(t, http.StatusForbidden, answer.StatusCode, "a page of another site")

	first := dial(t, url)
	first.say(hello("tennis"))
	first.until(machine.Hello)
	for _, c := range []struct {
		m   machine.Message
		why string
	}{
		{hello("tennis"), "Another device uses this machine."},
		{hello("chess"), "no machine"},
		{machine.Message{Kind: machine.Hello, Version: 2, Sport: "tennis"}, "version 1"},
		{machine.Message{Kind: machine.Stop}, "hello first"},
	} {
		l := dial(t, url)
		l.say(c.m)
		assert.Contains(t, l.until(machine.Refused).Why, c.why)
	}
	first.say(machine.Message{Kind: machine.Bye})
	first.until(machine.Bye)
}

package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"testing"
	"time"

	"hodometer/core/court"
	"hodometer/core/draft"
	"hodometer/core/lesson"
	counted "hodometer/core/run"
	"hodometer/internal/club"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

func newID() string { return uuid.Must(uuid.NewV7()).String() }

// phone does what a device on court does: it keeps what was tapped, sends what waits, and offers
// all of it again where another copy of the file answers, or fewer events than it sent.
type phone struct {
	t     *testing.T
	opens runs.Run
	taps  []counted.Event
	sent  map[string]bool
	file  string // which copy answered last
}

// batch is how many it sends at once.
const batch = 500

// heard takes note of who answered.
func (p *phone) heard(w *http.Response) {
	if f := w.Header.Get("Hodometer-File"); f != "" && f != p.file {
		if p.file != "" {
			clear(p.sent)
		}
		p.file = f
	}
}

func (p *phone) ask(method, url string, body any) (status int, text []byte) {
	in, err := json.Marshal(body)
	require.NoError(p.t, err)
	r, err := http.NewRequestWithContext(p.t.Context(), method, url, bytes.NewReader(in))
	require.NoError(p.t, err)
	r.Header.Set("Content-Type", "application/json")
	w, err := http.DefaultClient.Do(r)
	if err != nil {
		return 0, nil // no connection
	}
	defer w.Body.Close()
	p.heard(w)
	text, err = io.ReadAll(w.Body)
	if err != nil {
		return 0, nil
	}
	return w.StatusCode, text
}

// send sends what waits; with nobody there it stays.
func (p *phone) send(at string) {
	of := p.opens.From()
	for {
		var waits []counted.Event
		for _, e := range p.taps {
			if !p.sent[e.ID] && len(waits) < batch {
				waits = append(waits, e)
			}
		}
		if len(waits) == 0 {
			return
		}
		status, said := p.ask("POST", at+"/api/v1/runs/"+p.opens.ID+"/events?state=false",
			map[string]any{"lesson": of, "events": waits})
		switch {
		case status == http.StatusNoContent:
			for _, e := range waits {
				p.sent[e.ID] = true
			}
		case status == http.StatusNotFound && of.Whole == nil: // the copy is older than the lesson
			of.Whole, of.Students = p.opens.Lesson, p.opens.Students
		case status == 0:
			return
		default:
			p.t.Fatalf("%d: %s", status, said)
		}
	}
}

// there is how often the server has each tap.
func (p *phone) there(at string) map[string]int {
	status, text := p.ask("GET", at+"/api/v1/runs/"+p.opens.ID, nil)
	require.Equal(p.t, 200, status, string(text))
	var r struct{ Events []counted.Event }
	require.NoError(p.t, json.Unmarshal(text, &r))
	out := map[string]int{}
	for _, e := range r.Events {
		out[e.ID]++
	}
	return out
}

// compare offers again what the server has not, whatever it said before.
func (p *phone) compare(at string) {
	has := p.there(at)
	for id := range p.sent {
		if has[id] == 0 {
			delete(p.sent, id)
		}
	}
}

// Two phones count while the server is killed, copied, put back as it was at any time before,
// from before the lesson too, with restore or by hand. In the end every tap is there once.
// KILLS=200 has it killed so many times.
func TestPhonesWhileTheServerIsKilledAndPutBack(t *testing.T) {
	kills := 12
	if n, err := strconv.Atoi(os.Getenv("KILLS")); err == nil {
		kills = n
	}
	db := filepath.Join(t.TempDir(), "club.db")
	phones, before := begunOn(t, db)
	dice := rand.New(rand.NewPCG(1, uint64(kills)))
	copies := []string{before}
	for round := range kills {
		c := command("serve", "--db", db, "--addr", "127.0.0.1:0", "--copies", "none")
		at := server(t, c)
		for range 3 + dice.IntN(6) {
			for _, p := range phones {
				p.taps = append(p.taps, counted.Event{
					ID: newID(), At: time.Now().UnixMilli(), Kind: counted.Good,
					Block: p.opens.Lesson.Blocks[1].ID, Student: p.opens.Lesson.Students[0],
				})
				if dice.IntN(4) > 0 { // else it is out of reach
					p.send(at)
				}
			}
		}
		if dice.IntN(3) == 0 {
			copied := fmt.Sprintf("%s.copy%d", db, round)
			said, code := says(t, "", "backup", copied, "--db", db)
			require.Zero(t, code, said)
			copies = append(copies, copied)
		}
		require.NoError(t, c.Process.Kill())
		_ = c.Wait()
		if dice.IntN(3) > 0 {
			continue
		}
		older := copies[dice.IntN(len(copies))]
		if dice.IntN(2) == 0 {
			said, code := says(t, "", "restore", older, "--db", db)
			require.Zero(t, code, said)
			continue
		}
		// By hand, with nothing that says so but that it is another file.
		for _, end := range []string{"-wal", "-shm", ""} {
			_ = os.Remove(db + end) // there may be none
		}
		require.NoError(t, exec.Command("cp", older, db).Run())
	}
	at := server(t, command("serve", "--db", db, "--addr", "127.0.0.1:0", "--copies", "none"))
	for i, p := range phones {
		p.send(at)
		p.ask("GET", at+"/api/v1/access", nil) // as a phone does every few seconds
		p.send(at)
		p.compare(at)
		p.send(at)
		has := p.there(at)
		require.Len(t, has, len(p.taps), "phone %d", i)
		for _, e := range p.taps {
			require.Equal(t, 1, has[e.ID], "phone %d", i)
		}
	}
}

// begunOn makes a club with two runs about to begin, and a copy of it from before its lessons.
func begunOn(t *testing.T, db string) (phones []*phone, before string) {
	s, err := store.Open(t.Context(), db)
	require.NoError(t, err)
	before = db + ".before"
	_, err = store.Backup(t.Context(), db, before)
	require.NoError(t, err)
	c := club.New(s)
	who, err := c.SaveStudent(t.Context(), students.Student{
		ID: newID(), Name: "Wren Ashdown", Hand: court.RightHand, Level: "club",
	})
	require.NoError(t, err)
	on, err := court.ByID("tennis")
	require.NoError(t, err)
	for range 2 {
		l := &lesson.Lesson{
			ID: newID(), Title: "Short balls", Date: time.Now().Format(time.DateOnly), Start: "17:00",
			SlotMinutes: 60, Court: "tennis", Students: []string{who.ID},
		}
		for _, b := range slices.Clone(draft.Templates(on)) {
			b.ID = newID()
			l.Blocks = append(l.Blocks, b)
		}
		l, err = c.SaveLesson(t.Context(), l)
		require.NoError(t, err)
		opened, err := c.OpenRun(t.Context(), newID(), l.ID)
		require.NoError(t, err)
		phones = append(phones, &phone{t: t, opens: opened, sent: map[string]bool{}})
	}
	require.NoError(t, s.Close())
	return phones, before
}

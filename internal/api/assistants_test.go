package api

import (
	"encoding/json"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/run"
	"hodometer/internal/access"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

// lessonOfDrills is a lesson of two with a drill, made by a coach, of so many days ago.
func (g *gate) lessonOfDrills(coach string, ago int) (l lesson.Lesson, pair []students.Student) {
	read := func(w *httptest.ResponseRecorder, into any) {
		require.Equal(g.t, 200, w.Code, w.Body.String())
		require.NoError(g.t, json.Unmarshal(w.Body.Bytes(), into))
	}
	for _, name := range []string{"Wren Ashdown", "Tove Marlin"} {
		s := students.Student{ID: newID(), Name: name, Hand: "right", Level: "club"}
		s.Notes, s.Aims = "secretnote", "secretaim"
		read(g.call("PUT", "/api/v1/students/"+s.ID, coach, s, nil), &s)
		pair = append(pair, s)
	}
	l = lesson.Lesson{
		ID:          newID(),
		Title:       "Short balls",
		Start:       "17:00",
		SlotMinutes: 60,
		Court:       "tennis",
		Date: time.Now().
			AddDate(0, 0, -ago).
			Format(time.DateOnly),
		Students: []string{pair[0].ID, pair[1].ID},
	}
	read(g.call("GET", "/api/v1/courts/tennis/blocks", coach, nil, nil), &l.Blocks)
	read(g.call("PUT", "/api/v1/lessons/"+l.ID, coach, l, nil), &l)
	return l, pair
}

// add sends events of a run.
func (g *gate) add(cookie, id string, of any, events ...run.Event) *httptest.ResponseRecorder {
	return g.call("POST", "/api/v1/runs/"+id+"/events?state=false", cookie,
		map[string]any{"lesson": of, "events": events}, nil)
}

// An assistant takes back nothing that others counted, also not where a request repeats what they
// counted beside what takes it back; and what is dated before the finish enters a lesson of long ago only
// from a device that was connected then, and not for long.
func TestAnAssistantRewritesNoOldLesson(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	g.now = g.now.AddDate(0, 0, -40)
	coach, early := g.come(access.Coach), g.come(access.Assistant)
	const month, days = 30, 5
	k := &tick{}
	type old struct {
		id                 string
		of                 map[string]any
		good, undo, forged run.Event // the last two have ids of before the finish
		end                int64
	}
	given := func(ago int) old {
		l, pair := g.lessonOfDrills(coach, ago)
		at := time.Now().AddDate(0, 0, -ago).UnixMilli()
		o := old{id: newID(), of: map[string]any{"id": l.ID, "version": l.Version}, end: at + 60_000}
		o.good = k.event(run.Event{Kind: run.Good, Block: drillOf(l).ID, Student: pair[0].ID})
		o.forged = k.event(o.good)
		o.undo = k.event(run.Event{Kind: run.Undo, Undoes: o.good.ID})
		finish := k.event(run.Event{Kind: run.Finish})
		o.good.At, finish.At, o.forged.At, o.undo.At = at, o.end, o.end-1000, o.end-1000
		w := g.add(coach, o.id, o.of, o.good, finish)
		require.Equal(t, 204, w.Code, w.Body.String())
		return o
	}
	lastMonth, lastWeek := given(month), given(days)
	g.now = time.Now()
	today := g.come(access.Assistant)
	for _, o := range []old{lastMonth, lastWeek} {
		w := g.add(early, o.id, o.of, o.good, o.undo)
		require.Equal(t, 403, w.Code, w.Body.String())
		require.Contains(t, w.Body.String(), "only what was entered on the same device")
	}
	require.Equal(t, 403, g.add(today, lastWeek.id, lastWeek.of, lastWeek.forged).Code, "it was paired today")
	require.Equal(t, 403, g.add(early, lastMonth.id, lastMonth.of, lastMonth.forged).Code, "too long ago")
	w := g.add(early, lastWeek.id, lastWeek.of, lastWeek.forged)
	require.Equal(t, 204, w.Code, w.Body.String())
	require.Contains(t, g.call("GET", "/api/v1/access/deeds", g.owner(), nil, nil).Body.String(),
		"sent late: one entry in Short balls")
}

// An assistant brings no lesson and no student: counts of a lesson that the file does not have wait for
// the owner, who takes them in or discards them.
func TestAnAssistantBringsNoLesson(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach, assistant, owner := g.come(access.Coach), g.come(access.Assistant), g.owner()
	l, pair := g.lessonOfDrills(coach, 0)
	k := &tick{}
	invented := func(title string) (id string, w *httptest.ResponseRecorder) {
		own, who := l, pair[0]
		own.ID, own.Title, who.ID, who.Name = newID(), title, newID(), "Nobody Known"
		own.Students = []string{who.ID}
		id = newID()
		of := runs.Origin{ID: own.ID, Version: 1, Whole: &own, Students: []students.Student{who}}
		good := k.event(run.Event{Kind: run.Good, Block: drillOf(l).ID, Student: who.ID})
		for range 2 { // sent again, it is there once
			w = g.add(assistant, id, of, good)
		}
		return id, w
	}
	taken, w := invented("Taken in")
	require.Equal(t, 204, w.Code, w.Body.String())
	discarded, _ := invented("Discarded")
	for _, path := range []string{"/api/v1/lessons", "/api/v1/runs", "/api/v1/students"} {
		body := g.call("GET", path, coach, nil, nil).Body.String()
		require.NotContains(t, body, "Taken in", path)
		require.NotContains(t, body, "Nobody Known", path)
	}
	require.Equal(t, 403, g.call("GET", "/api/v1/aside", coach, nil, nil).Code)
	var wait []runs.Aside
	require.NoError(t, json.Unmarshal(g.call("GET", "/api/v1/aside", owner, nil, nil).Body.Bytes(), &wait))
	require.Len(t, wait, 2)
	for _, a := range wait {
		require.Equal(t, 1, a.Events)
		require.Equal(t, []string{"Nobody Known"}, a.Students)
		require.Equal(t, "assistant", a.Device)
	}
	decide := func(id string, take bool) int {
		return g.call("POST", "/api/v1/aside/"+id, owner, map[string]any{"take": take}, nil).Code
	}
	require.Equal(t, 204, decide(taken, true))
	require.Equal(t, 204, decide(discarded, false))
	require.Equal(t, 404, decide(discarded, true), "it is decided")
	log := g.call("GET", "/api/v1/runs", coach, nil, nil).Body.String()
	require.Contains(t, log, "Taken in")
	require.NotContains(t, log, "Discarded")
}

// No answer that an assistant may ask for has what coaches wrote about students or how they judged them,
// or is found by it; coaches read it all.
func TestWhatAssistantsMayRead(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach, assistant := g.come(access.Coach), g.come(access.Assistant)
	l, pair := g.lessonOfDrills(coach, 0)
	k := &tick{}
	id, of := newID(), map[string]any{"id": l.ID, "version": l.Version}
	w := g.add(coach, id, of,
		k.event(run.Event{Kind: run.Good, Block: drillOf(l).ID, Student: pair[0].ID}),
		k.event(run.Event{Kind: run.Note, Text: "secretline"}),
		k.event(run.Event{Kind: run.Note, Student: pair[0].ID, Text: "secretremark"}),
		k.event(run.Event{Kind: run.Tag, Student: pair[0].ID, Text: "secrettag"}),
		k.event(run.Event{Kind: run.Engagement, Student: pair[0].ID, Value: 3}),
		k.event(run.Event{Kind: run.Effort, Student: pair[0].ID, Value: 9}),
		k.event(run.Event{Kind: run.Confidence, Student: pair[0].ID, Value: 2}),
		k.event(run.Event{Kind: run.Finish}))
	require.Equal(t, 204, w.Code, w.Body.String())
	forbidden := []string{
		"secretline", "secretremark", "secrettag", "secretnote", "secretaim",
		`"engagement":{"`, `"effort":{"`, `"confidence":{"`, `"kind":"engagement"`, `"kind":"effort"`,
		`"kind":"confidence"`, `"kind":"note"`, `"kind":"tag"`, `"felt":{"e`,
	}
	routes, err := operations()
	require.NoError(t, err)
	asked := 0
	for route, op := range routes {
		least, _ := access.Least(op)
		method, path, _ := strings.Cut(route, " ")
		if method != "GET" || !access.Assistant.May(least) {
			continue
		}
		for _, part := range strings.Split(path, "/") {
			known := map[string]string{":run": id, ":lesson": l.ID, ":student": pair[0].ID}
			if strings.HasPrefix(part, ":") && known[part] != "" {
				path = strings.Replace(path, part, known[part], 1)
			}
		}
		if strings.Contains(path, ":") {
			continue // documents of the shelf
		}
		asked++
		body := g.call("GET", path, assistant, nil, nil).Body.String()
		for _, secret := range forbidden {
			require.False(t, strings.Contains(body, secret), "%s in %s", secret, path)
		}
	}
	require.Greater(t, asked, 8)
	w = g.call("PUT", "/api/v1/runs/"+id, assistant, map[string]any{"lesson": l.ID}, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	w2 := g.call(
		"POST",
		"/api/v1/runs/"+id+"/events",
		assistant,
		map[string]any{"events": []run.Event{}},
		nil,
	)
	for _, secret := range forbidden {
		require.False(t, strings.Contains(w.Body.String()+w2.Body.String(), secret), secret)
	}
	for _, word := range []string{"secretline", "secretremark", "secrettag"} {
		found := func(cookie string) bool {
			body := g.call("GET", "/api/v1/runs?words="+word, cookie, nil, nil).Body.String()
			return strings.Contains(body, id)
		}
		require.False(t, found(assistant), word)
		require.True(t, found(coach), word)
	}
}

// A day that there is not is refused wherever a list is asked for from it.
func TestADayThatThereIsNot(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	for _, path := range []string{"/api/v1/lessons", "/api/v1/runs"} {
		require.Equal(t, 422, d.raw("GET", path+"?from=2026-02-30", nil).Code, path)
		require.Equal(t, 200, d.raw("GET", path+"?from=2026-02-28", nil).Code, path)
	}
}

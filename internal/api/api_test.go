package api

import (
	"bytes"
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"hodometer/core/lesson"
	"hodometer/core/plan"
	"hodometer/core/run"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/runs"

	"github.com/stretchr/testify/require"
)

// Closed form [rule; Feller, vol. 1]: five in a row at 0.7.
func TestReckonGoal(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	var a GoalAnswer
	d.ask(
		"POST",
		"/api/v1/reckon/goal",
		map[string]any{"kind": "inARow", "count": 5, "successRate": 0.7, "secondsPerBall": 4, "minutes": 2.2},
		200,
		&a,
	)
	require.InDelta(t, 16.50, a.MeanBalls, 0.005)
	require.EqualValues(t, 12, a.MedianBalls)
	require.EqualValues(t, 33, a.P90Balls)
	require.Equal(t, 33, a.BallsInTime)
	require.GreaterOrEqual(t, a.ChanceInTime, 0.9)
	require.False(t, a.Beyond)
	d.ask(
		"POST",
		"/api/v1/reckon/goal",
		map[string]any{
			"kind":           "inARow",
			"count":          1000,
			"successRate":    0.01,
			"secondsPerBall": 4,
			"minutes":        2,
		},
		200,
		&a,
	)
	require.True(t, a.Beyond)
}

// What cannot be is refused with the field's name, and nothing changes.
func TestImpossibleInputIsRefused(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, students := d.pair()
	goal := func(change func(map[string]any)) map[string]any {
		q := map[string]any{
			"kind":           "total",
			"count":          10,
			"successRate":    0.7,
			"secondsPerBall": 4,
			"minutes":        10,
		}
		change(q)
		return q
	}
	spoilt := func(change func(*lesson.Lesson)) lesson.Lesson {
		var copied lesson.Lesson
		text, err := json.Marshal(l)
		require.NoError(t, err)
		require.NoError(t, json.Unmarshal(text, &copied))
		change(&copied)
		return copied
	}
	put := "/api/v1/lessons/" + l.ID
	for _, c := range []struct {
		why, method, path string
		body              any
		field             string
	}{
		{"success rate 0", "POST", "/api/v1/reckon/goal",
			goal(func(q map[string]any) { q["successRate"] = 0 }), "successRate"},
		{"success rate 1.2", "POST", "/api/v1/reckon/goal",
			goal(func(q map[string]any) { q["successRate"] = 1.2 }), "successRate"},
		{"goal of 0", "POST", "/api/v1/reckon/goal", goal(func(q map[string]any) { q["count"] = 0 }), "count"},
		{"no kind", "POST", "/api/v1/reckon/goal", goal(func(q map[string]any) { delete(q, "kind") }), "kind"},
		{"a word for a number", "POST", "/api/v1/reckon/goal",
			goal(func(q map[string]any) { q["minutes"] = "ten" }), "minutes"},
		{"a field we do not know", "POST", "/api/v1/reckon/goal",
			goal(func(q map[string]any) { q["streak"] = 3 }), "streak"},
		{"a lesson of −5 minutes", "PUT", put, spoilt(func(l *lesson.Lesson) { l.SlotMinutes = -5 }),
			"slotMinutes"},
		{"a goal of 0 in a drill", "PUT", put,
			spoilt(func(l *lesson.Lesson) { drillOf(*l).Drill.Stages[2].Goal.Count = 0 }),
			"blocks[1].drill.stages[2].goal.count"},
		{"a target off the court", "PUT", put,
			spoilt(func(l *lesson.Lesson) { drillOf(*l).Drill.Targets[0].At.X = 9 }), "blocks[1].drill.targets[0].at"},
		{"a target off the court, reckoned", "POST", "/api/v1/lessons/check",
			map[string]any{
				"lesson": spoilt(func(l *lesson.Lesson) { drillOf(*l).Drill.Targets[0].At.Y = 14 }),
			}, "blocks[1].drill.targets[0].at"},
		{"an unknown student", "PUT", put, spoilt(func(l *lesson.Lesson) { l.Students[1] = newID() }), "students[1]"},
		{"another id in the body", "PUT", put, spoilt(func(l *lesson.Lesson) { l.ID = newID() }), "id"},
		{"a left foot", "PUT", "/api/v1/students/" + students[0].ID, map[string]any{"id": students[0].ID,
			"version": 1, "name": "Wren", "hand": "foot", "level": "club"}, "hand"},
		{"an id that is none", "GET", "/api/v1/lessons/none", nil, "lesson"},
	} {
		var p Problem
		text, err := json.Marshal(c.body)
		require.NoError(t, err)
		w := d.raw(c.method, c.path, text)
		require.Contains(t, []int{400, 422}, w.Code, c.why+": "+w.Body.String())
		require.Equal(t, "application/problem+json", w.Header().Get("Content-Type"), c.why)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p), c.why)
		require.NotNil(t, p.Errors, c.why)
		require.Len(t, *p.Errors, 1, c.why+": "+w.Body.String())
		require.Equal(t, c.field, (*p.Errors)[0].Field, c.why)
		require.NotEmpty(t, (*p.Errors)[0].Detail, c.why)
	}
	for _, c := range []struct {
		why, method, path string
		body              []byte
		status            int
	}{
		{"broken JSON", "PUT", put, []byte(`{"id": `), 400},
		{"nothing", "PUT", put, nil, 400},
		{"20 MB", "PUT", put, bytes.Repeat([]byte(" "), 20<<20), 413},
		{"an unknown lesson", "GET", "/api/v1/lessons/" + newID(), nil, 404},
		{"an unknown student", "GET", "/api/v1/students/" + newID(), nil, 404},
		{"an unknown run", "GET", "/api/v1/runs/" + newID(), nil, 404},
		{"an unknown court", "GET", "/api/v1/courts/moon/blocks", nil, 404},
		{"an unknown address", "GET", "/api/v1/umpires", nil, 404},
	} {
		w := d.raw(c.method, c.path, c.body)
		require.Equal(t, c.status, w.Code, c.why+": "+w.Body.String())
		require.Equal(t, "application/problem+json", w.Header().Get("Content-Type"), c.why)
		require.NotContains(t, w.Body.String(), "goroutine", c.why)
	}
	var now lesson.Lesson
	d.ask("GET", put, nil, 200, &now)
	require.Equal(t, l, now)
}

func TestStaleSaveIsRefusedWithWhatChanged(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	mine, _ := d.pair()
	theirs := mine
	theirs.SlotMinutes = 75
	d.ask("PUT", "/api/v1/lessons/"+mine.ID, theirs, 200, &theirs)
	require.Equal(t, 2, theirs.Version)

	// Another thing changed: both are kept.
	other := mine
	other.Title = "Mine"
	d.ask("PUT", "/api/v1/lessons/"+mine.ID, other, 200, &other)
	require.Equal(t, 3, other.Version)
	require.Equal(t, 75, other.SlotMinutes)
	require.Equal(t, "Mine", other.Title)

	// The same thing: nobody's to decide but the coach's.
	mine.SlotMinutes = 50
	var p Problem
	d.ask("PUT", "/api/v1/lessons/"+mine.ID, mine, 409, &p)
	require.Equal(t, []string{"Title: Short balls → Mine", "Lesson length: 60 min → 75 min"}, *p.Changes)
	current, is := (*p.Current).(map[string]any)
	require.True(t, is)
	require.EqualValues(t, 75, current["slotMinutes"])
	require.EqualValues(t, 3, current["version"])

	mine.Version = 3
	d.ask("PUT", "/api/v1/lessons/"+mine.ID, mine, 200, &mine)
	require.Equal(t, 4, mine.Version)

	// Every state can be brought back, and says what the save changed.
	var versions answer.Page[lessons.LessonVersion]
	d.ask("GET", "/api/v1/lessons/"+mine.ID+"/versions", nil, 200, &versions)
	require.Len(t, versions.Items, 4)
	require.Equal(t, []string{"Title: Short balls → Mine"}, versions.Items[1].Changes)
	require.Equal(t, 60, versions.Items[3].Lesson.SlotMinutes)
}

// began is when the tests' lessons began: evidence fades, so it must be today.
var began = time.Now()

// tick makes events a second apart.
type tick struct{ n int64 }

func (k *tick) event(e run.Event) run.Event {
	k.n++
	e.ID, e.At = fmt.Sprintf("%08x-0000-7000-8000-%012x", 0x01900000, k.n), began.UnixMilli()+1000*k.n
	return e
}

// The whole day through the API: run, count, repeat, undo, finish; the estimate
// moves and so does the chance of the next lesson.
func TestTheDay(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, students := d.pair()
	block := drillOf(l)
	chance := func() float64 {
		var planned plan.Plan
		d.ask(
			"POST",
			"/api/v1/lessons/check",
			map[string]any{"lesson": l, "units": "imperial"},
			200,
			&planned,
		)
		require.Len(t, planned.Blocks, len(l.Blocks))
		return planned.Blocks[1].Drill.Players[0].Finish.Value
	}
	before := chance()

	id, k := newID(), &tick{}
	var r runs.Run
	d.ask("PUT", "/api/v1/runs/"+id, map[string]any{"lesson": l.ID}, 200, &r)
	d.ask("PUT", "/api/v1/runs/"+id, map[string]any{"lesson": l.ID}, 200, &r)
	require.Equal(t, run.Ready, r.State.Status)

	events := []run.Event{k.event(run.Event{Kind: run.Start})}
	for step := range block.Drill.Stages {
		for range 12 {
			events = append(
				events,
				k.event(run.Event{Kind: run.Good, Block: block.ID, Student: students[0].ID, Stage: step}),
			)
		}
	}
	var once, again, undone run.State
	path := "/api/v1/runs/" + id + "/events"
	d.ask("POST", path, map[string]any{"lesson": r.From(), "events": events}, 200, &once)
	d.ask("POST", path, map[string]any{"events": events[3:40]}, 200, &again)
	require.Equal(t, once, again)
	require.True(t, once.Blocks[1].Students[0].Met)

	d.ask(
		"POST",
		path,
		map[string]any{"events": []run.Event{k.event(run.Event{Kind: run.Undo, Undoes: once.Undoable})}},
		200,
		&undone,
	)
	require.Equal(t, once.Blocks[1].Balls-1, undone.Blocks[1].Balls)

	var p Problem
	d.ask(
		"POST",
		path,
		map[string]any{
			"events": []run.Event{
				k.event(run.Event{Kind: run.Good, Block: block.ID, Student: students[0].ID}),
				k.event(run.Event{Kind: run.Good, Block: block.ID, Student: newID()}),
			},
		},
		422,
		&p,
	)
	require.Equal(t, "events[1].student", (*p.Errors)[0].Field)
	d.ask("GET", "/api/v1/runs/"+id, nil, 200, &r)
	require.Equal(t, undone, r.State, "of a batch with a bad event nothing is taken")

	finish := k.event(run.Event{Kind: run.Finish})
	after := []run.Event{
		finish,
		k.event(run.Event{Kind: run.Engagement, Student: students[0].ID, Value: 8}),
		k.event(run.Event{Kind: run.Note, Text: "Through it"}),
	}
	d.ask("POST", path, map[string]any{"events": after}, 200, &once)

	var record evidence.Record
	d.ask("GET", "/api/v1/students/"+students[0].ID, nil, 200, &record)
	require.Len(t, record.Skills, 4)
	require.Equal(t, 24, record.Skills[0].Track[0].Balls, "ten in all and five in a row are one skill")
	require.Greater(t, record.Skills[0].Track[0].Chance.Mean, 0.6)
	require.Greater(t, chance(), before+0.1)
	var log answer.Page[evidence.Entry]
	d.ask("GET", "/api/v1/runs", nil, 200, &log)
	require.Equal(t, 8, log.Items[0].Students[0].Engaged)
	require.Equal(t, 8, log.Items[0].Students[0].GoalsMet)
	require.Equal(t, "Through it", log.Items[0].Note)
	require.InDelta(t, 100.0/60, log.Items[0].Minutes, 0.02)
	var list answer.Page[lessons.Summary]
	d.ask("GET", "/api/v1/lessons", nil, 200, &list)
	require.Equal(t, "finished", list.Items[0].RunStatus)

	d.ask(
		"POST",
		path,
		map[string]any{"events": []run.Event{k.event(run.Event{Kind: run.Undo, Undoes: finish.ID})}},
		200,
		&once,
	)
	require.InDelta(t, before, chance(), 1e-9, "undoing the end takes the record back")
}

func TestAnotherSiteCannotWrite(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	r := httptest.NewRequest("POST", "http://localhost/api/v1/reckon/goal", strings.NewReader("{}"))
	r.Header.Set("Sec-Fetch-Site", "cross-site")
	w := httptest.NewRecorder()
	d.handler.ServeHTTP(w, r)
	require.Equal(t, http.StatusForbidden, w.Code)
}

// Whatever is sent, the answer is an answer.
func FuzzReckonGoal(f *testing.F) {
	d := newDesk(f)
	f.Add(`{"kind":"inARow","count":5,"successRate":0.7,"secondsPerBall":4,"minutes":10}`)
	f.Add(
		`{"kind":"total","count":1000,"successRate":1e-300,"secondsPerBall":0.5,"minutes":480,"basket":1,` +
			`"pickUpMinutes":60}`,
	)
	f.Fuzz(func(t *testing.T, body string) {
		w := d.raw("POST", "/api/v1/reckon/goal", []byte(body))
		require.Less(t, w.Code, 500, body)
		require.True(t, json.Valid(w.Body.Bytes()), body)
	})
}

// The aim for reckoning a lesson is a frame, 16 ms, at the server.
func BenchmarkCheckOverHTTP(b *testing.B) {
	d := newDesk(b)
	l, _ := d.pair()
	body, err := json.Marshal(map[string]any{"lesson": l})
	require.NoError(b, err)
	d.raw("POST", "/api/v1/lessons/check", body) // its blocks are remembered from here on
	for b.Loop() {
		d.raw("POST", "/api/v1/lessons/check", body)
	}
}

// Every address of a screen opens the application; a script that is gone says so.
func TestSiteOpensAtEveryScreen(t *testing.T) {
	t.Parallel()
	site := fstest.MapFS{
		"index.html":          {Data: []byte("the application")},
		"_app/immutable/a.js": {Data: []byte("script")},
	}
	h := serveSite(site)
	for path, want := range map[string]int{"/": 200, "/lessons/1": 200, "/_app/immutable/a.js": 200,
		"/_app/immutable/gone.js": 404, "/../../go.mod": 400} {
		w := httptest.NewRecorder()
		h(w, httptest.NewRequest("GET", path, nil))
		require.Equal(t, want, w.Code, path)
		require.NotContains(t, w.Body.String(), "module hodometer", path)
	}
}

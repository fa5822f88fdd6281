package api

import (
	"archive/zip"
	"bytes"
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"

	"hodometer/internal/club/documents"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/ladders"
	"hodometer/internal/club/lessons"
	"hodometer/internal/club/reports"
	"hodometer/internal/club/students"
	"hodometer/internal/club/weeks"
	"hodometer/internal/store"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

// A group comes in by a table, tried first, is put on ladders, declines and takes advice,
// gets a card, weeks and a calendar, and a report; every answer fits the contract.
func TestAGroupFromTableToWeeks(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	table := "Name;Hand;Level;Group\r\nZo\xeb Marl;L;beginner;Owls\r\nBo Tarn;;expert;Owls\r\nCy Fenn;;club;Owls\r\n"
	for _, kind := range []string{"text/csv", "text/plain"} {
		w := d.rawAs("POST", "/api/v1/students/import?dryRun=true", kind, []byte(table))
		require.Equal(t, http.StatusOK, w.Code, w.Body.String())
		require.Contains(t, w.Body.String(), `"added":2`)
	}
	var students []students.Student
	d.ask("GET", "/api/v1/students", nil, 200, &students)
	require.Empty(t, students)
	w := d.rawAs("POST", "/api/v1/students/import", "text/csv", []byte(table))
	require.Equal(t, http.StatusOK, w.Code, w.Body.String())
	d.ask("GET", "/api/v1/students", nil, 200, &students)
	require.Len(t, students, 2)
	require.Equal(t, "Zoë Marl", students[1].Name)
	out := d.raw("GET", "/api/v1/students/export", nil)
	require.Equal(t, http.StatusOK, out.Code)
	require.Contains(t, out.Body.String(), "Zoë Marl,left,beginner")
	w = d.rawAs("POST", "/api/v1/students/import", "text/csv", []byte("shoe size\n43\n"))
	require.Equal(t, http.StatusUnprocessableEntity, w.Code)
	require.Contains(t, w.Body.String(), "the column name is missing")

	var all []documents.ShelfLadder
	d.ask("GET", "/api/v1/ladders", nil, 200, &all)
	require.GreaterOrEqual(t, len(all), 15)
	who := "/api/v1/students/" + students[0].ID
	var climbs ladders.StudentLadders
	d.ask(
		"POST",
		who+"/moves",
		map[string]any{"ladder": all[0].Ladder.ID, "kind": "begin", "rung": all[0].Ladder.Rungs[0].ID},
		200,
		&climbs,
	)
	require.Equal(t, "stay", string(climbs.Ladders[0].Advice.Verdict))
	require.NotEmpty(t, climbs.Ladders[0].Advice.Reason)
	d.ask("GET", who+"/ladders", nil, 200, &climbs)
	require.Len(t, climbs.Ladders, 1)
	d.ask("POST", who+"/moves", map[string]any{"ladder": "no-such", "kind": "begin", "rung": "x"}, 404, nil)
	own := all[0].Ladder
	own.ID = uuid.Must(uuid.NewV7()).String()
	own.Title = "Ours"
	own.Rungs = own.Rungs[:2]
	var saved documents.ShelfLadder
	d.ask("PUT", "/api/v1/ladders/"+own.ID, documents.ShelfLadder{Ladder: own}, 200, &saved)
	d.ask("PUT", "/api/v1/ladders/"+own.ID, documents.ShelfLadder{Ladder: own}, 409, nil)
	own.Rungs = append(own.Rungs[:1:1], own.Rungs[1])
	own.Rungs[1].Back = "roof"
	d.ask("PUT", "/api/v1/ladders/"+own.ID, documents.ShelfLadder{Version: 1, Ladder: own}, 422, nil)
	d.ask("DELETE", who+"/moves/"+all[0].Ladder.ID, nil, 204, nil)
	d.ask("GET", who+"/ladders", nil, 200, &climbs)
	require.Empty(t, climbs.Ladders)

	var home lessons.Home
	d.ask("PUT", who+"/home", map[string]any{"practices": []map[string]any{
		{"id": "own", "title": "Wall", "do": "", "cue": "", "often": "", "source": "", "times": 2},
	}}, 200, &home)
	require.Len(t, home.Ask, 1)
	d.ask("POST", who+"/home/done", map[string]any{"practice": "own", "times": 2}, 200, &home)
	require.Empty(t, home.Ask)

	var planned, kept weeks.Course
	course := uuid.Must(uuid.NewV7()).String()
	d.ask("POST", "/api/v1/courses/plan", map[string]any{"manner": "steps", "course": map[string]any{
		"format":   "hodometer.course",
		"version":  1,
		"id":       course,
		"title":    "Owls",
		"court":    "tennis",
		"start":    "16:00",
		"minutes":  45,
		"days":     []int{2},
		"from":     "2030-05-06",
		"students": []string{students[0].ID, students[1].ID},
		"weeks":    []map[string]any{{"theme": ""}, {"theme": ""}},
		"lessons":  []any{},
	}}, 200, &planned)
	require.Len(t, planned.Course.Lessons, 2)
	d.ask(
		"PUT",
		"/api/v1/courses/"+course,
		map[string]any{"version": 0, "course": planned.Course},
		200,
		&kept,
	)
	slot := planned.Course.Lessons[0].ID
	path := fmt.Sprintf("/api/v1/courses/%s/lessons/%s", course, slot)
	d.ask("PUT", path, nil, 200, nil)
	d.ask("POST", path, map[string]any{"do": "rain"}, 200, &kept)
	require.Equal(t, []string{slot}, kept.Course.Lessons[1].Carries)
	for query, lessons := range map[string]int{"": 2, "?student=" + students[0].ID: 2, "?lesson=" + slot: 1} {
		w = d.raw("GET", "/api/v1/calendar.ics"+query, nil)
		require.Equal(t, http.StatusOK, w.Code)
		require.Contains(t, w.Header().Get("Content-Type"), "text/calendar")
		require.Equal(t, lessons, strings.Count(w.Body.String(), "BEGIN:VEVENT"), query)
		require.Contains(t, w.Body.String(), "UID:"+slot)
	}
	var order evidence.Order
	d.ask(
		"POST",
		"/api/v1/students/order",
		map[string]any{"students": []string{students[0].ID, students[1].ID}},
		200,
		&order,
	)
	require.Len(t, order.Places, 2)
	var report reports.Report
	d.ask("GET", who+"/report?from=2026-01-01", nil, 200, &report)
	w = d.raw("GET", who+"/report?as=csv", nil)
	require.Contains(t, w.Body.String(), "lessons,attended,0")
}

// A student is erased by the owner alone: a preview first, which is no deed, then for good. What
// the club keeps can be taken out before, as a page that names nobody else, and as JSON.
func TestAStudentIsTakenOutAndErased(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	l, pair := d.pair()
	d.ask("PUT", "/api/v1/lessons/"+l.ID, l, 200, nil)
	at := "/api/v1/students/" + pair[0].ID
	w := d.raw("GET", at+"/archive", nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	z, err := zip.NewReader(bytes.NewReader(w.Body.Bytes()), int64(w.Body.Len()))
	require.NoError(t, err)
	require.Len(t, z.File, 2)
	for _, f := range z.File {
		r, err := f.Open()
		require.NoError(t, err)
		text, err := io.ReadAll(r)
		require.NoError(t, err)
		require.Contains(t, string(text), pair[0].Name, f.Name)
		require.NotContains(t, string(text), pair[1].Name, f.Name)
	}
	var try, done store.Erased
	d.ask("POST", at+"/erase?dryRun=true", Erasure{}, 200, &try)
	require.NotEmpty(t, try.Goes)
	for _, bare := range []string{"", "{}", `{"name":""}`, `{"name":"` + pair[1].Name + `"}`} {
		w := d.raw("POST", at+"/erase", []byte(bare))
		require.GreaterOrEqual(t, w.Code, 400, "no bare request erases: %s", bare)
		require.Less(t, w.Code, 500, w.Body.String())
	}
	d.ask("GET", at, nil, 200, nil)
	d.ask("POST", at+"/erase", Erasure{Name: pair[0].Name}, 200, &done)
	require.Equal(t, try, done)
	for _, path := range []string{"/api/v1/students", "/api/v1/lessons", "/api/v1/groups", "/api/v1/lessons/" + l.ID} {
		require.NotContains(t, d.raw("GET", path, nil).Body.String(), pair[0].Name, path)
	}
	require.Equal(t, 404, d.raw("POST", "/api/v1/students/"+newID()+"/erase", []byte(`{"name":"x"}`)).Code)
}

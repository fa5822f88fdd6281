package api

import (
	"bytes"
	"encoding/json"
	"fmt"
	"regexp"
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/library"
	"hodometer/core/plan"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/documents"

	"github.com/stretchr/testify/require"
)

func shippedDrill(t testing.TB, id string) drill.Drill {
	e, err := library.ByID(id)
	require.NoError(t, err)
	return e.Clone()
}

// A drill is reckoned over HTTP with its ways to draw and its neighbours; the
// fix of a notice, sent back, mends it.
func TestDrillsAreChecked(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	check := func(drill any) (out plan.Bench) {
		d.ask(
			"POST",
			"/api/v1/drills/check",
			map[string]any{
				"drill":      drill,
				"level":      "club",
				"students":   5,
				"minutes":    10,
				"paths":      true,
				"neighbours": true,
			},
			200,
			&out,
		)
		return out
	}
	line := shippedDrill(t, "line-deep-short-deep")
	good := check(line)
	require.Empty(t, good.Notices)
	require.Len(t, good.Turn.Balls, 3)
	require.NotEmpty(t, good.Turn.Balls[0].Path)
	require.Greater(t, len(good.Neighbours), 8)
	for i := 1; i < len(good.Neighbours); i++ {
		require.GreaterOrEqual(t, good.Neighbours[i].Ratio, good.Neighbours[i-1].Ratio, "easier to harder")
	}
	require.Contains(t, good.Cautions, drill.Caution{
		ID:   "swingRoom",
		Text: "Room to swing: students who wait stand behind the baseline, clear of every swing.",
	})
	// Five in single file: one works, four rest, and the change comes on top.
	require.Greater(t, good.Wheels.Rest.Value, 4.0)
	require.InDelta(t, good.Wheels.Contacts.Value, good.Player.Contacts.Value, 0)

	slow := line.Clone()
	slow.Pattern.Feeds[0].By, slow.Pattern.Feeds[0].Want = "speed", 8
	bad := check(slow)
	require.Len(t, bad.Notices, 1)
	require.Equal(t, "cannotFeed", bad.Notices[0].Kind)
	require.Empty(t, check(bad.Notices[0].Fixes[0].Drill).Notices)

	near := shippedDrill(t, "short-ball-corners")
	near.Targets[0].At.X, near.Targets[0].Radius = 3.9, 0.2
	margin := check(near)
	require.Len(t, margin.Notices, 1)
	require.Equal(t, "insideMargin", margin.Notices[0].Kind)
	require.Empty(t, check(margin.Notices[0].Fixes[0].Drill).Notices)

	text, err := json.Marshal(line)
	require.NoError(t, err)
	for field, change := range map[string][2]string{
		"drill.pattern.feeds[0].by":   {`"by":"clearance"`, `"by":"luck"`},
		"drill.pattern.feeds[0].want": {`"want":1.3`, `"want":99`},
		"drill.pattern.court":         {`"court":"tennis"`, `"court":"moon"`},
		"drill.focus":                 {`"focus":"transition"`, `"focus":"winning"`},
		"drill.pattern.start":         {`"start":{"x":0`, `"start":{"x":70`},
	} {
		w := d.raw(
			"POST",
			"/api/v1/drills/check",
			[]byte(fmt.Sprintf(`{"drill":%s}`, strings.Replace(string(text), change[0], change[1], 1))),
		)
		require.Contains(t, []int{400, 422}, w.Code, field)
		var p Problem
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		require.Equal(t, field, (*p.Errors)[0].Field)
	}
}

// A shipped drill is copied, the copy changed and saved; a late save is refused
// and says what changed; every state is kept, and what was removed comes back.
func TestOwnDrillsAreVersioned(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	var all []documents.ShelfDrill
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	require.Len(t, all, len(library.All()))

	const id = "0192aaaa-0000-7000-8000-000000000001"
	own := shippedDrill(t, "line-all-deep")
	own.Title = "My line"
	own.Kin = &drill.Kin{ID: "line-all-deep", Title: "Three deep in a line", Bend: "Copy"}
	put := func(version, status int, drill any, out any) {
		d.ask("PUT", "/api/v1/drills/"+id, map[string]any{"version": version, "drill": drill}, status, out)
	}
	var saved documents.ShelfDrill
	put(0, 200, own, &saved)
	require.Equal(t, 1, saved.Version)
	require.Equal(t, id, saved.ID)
	require.Equal(t, id, saved.Drill.ID, "lessons know by it which drill it is")
	mirrored := own.Mirror()
	put(1, 200, mirrored, &saved)
	var late Problem
	unseen := own.Clone()
	unseen.Pattern.Hand = court.LeftHand
	put(1, 409, unseen, &late)
	require.Contains(t, *late.Changes, "Pattern changed")
	require.Equal(t, 2, *late.Version)

	var versions answer.Page[documents.DrillVersion]
	d.ask("GET", "/api/v1/drills/"+id+"/versions", nil, 200, &versions)
	require.Equal(t, []int{2, 1}, []int{versions.Items[0].Version, versions.Items[1].Version})
	own.ID = id
	require.Equal(t, own, versions.Items[1].Drill)

	require.Equal(
		t,
		204,
		d.raw("PUT", "/api/v1/drills/line-all-deep/favourite", []byte(`{"favourite":true}`)).Code,
	)
	require.Equal(t, 204, d.raw("DELETE", "/api/v1/drills/"+id, nil).Code)
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	require.Len(t, all, len(library.All()))
	for _, s := range all {
		require.Equal(t, s.ID == "line-all-deep", s.Favourite, s.ID)
	}
	put(2, 200, mirrored, &saved)
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	require.True(t, all[0].Own, "back, and first")

	require.Equal(t, 404, d.raw("DELETE", "/api/v1/drills/line-all-deep", nil).Code, "one that ships stays")
	w := d.raw(
		"PUT",
		"/api/v1/drills/line-all-deep",
		[]byte(fmt.Sprintf(`{"version":0,"drill":%s}`, must(json.Marshal(own)))),
	)
	require.Equal(t, 422, w.Code)
}

func must(b []byte, err error) []byte {
	if err != nil {
		panic(err)
	}
	return b
}

// A shelf goes out as a file and comes in again unchanged; a broken file names
// the line, and nothing of it is kept.
func TestDrillsGoOutAndComeIn(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	w := d.raw("GET", "/api/v1/drills/export?id=line-all-deep&id=squash-length-and-t", nil)
	require.Equal(t, 200, w.Code)
	file := w.Body.String()
	send := func(text, query string) (int, Problem, []documents.ShelfDrill) {
		w := d.rawAs("POST", "/api/v1/drills/import"+query, "text/plain", []byte(text))
		var p Problem
		var in []documents.ShelfDrill
		if w.Code == 200 {
			require.NoError(t, json.Unmarshal(w.Body.Bytes(), &in))
		} else {
			require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		}
		return w.Code, p, in
	}
	code, _, in := send(file, "?dryRun=true")
	require.Equal(t, 200, code)
	require.Len(t, in, 2)
	var all []documents.ShelfDrill
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	require.Len(t, all, len(library.All()), "only looked at")

	code, p, _ := send(strings.Replace(file, `"turnBalls": 8`, `"turnBalls": 0`, 1), "")
	require.Equal(t, 422, code)
	require.Regexp(t, `^line \d{3}: `, (*p.Errors)[0].Detail)
	require.Equal(t, "drills[1].turnBalls", (*p.Errors)[0].Field)
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	require.Len(t, all, len(library.All()), "nothing is half imported")

	code, _, in = send(file, "")
	require.Equal(t, 200, code)
	again := shippedDrill(t, "line-all-deep")
	again.ID = in[0].ID
	require.Equal(t, again, in[0].Drill, "under an id of its own")
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	require.Len(t, all, len(library.All())+2)
}

// Whatever drill is sent, there is an answer or a problem.
func FuzzCheckDrill(f *testing.F) {
	d := newDesk(f)
	for _, id := range []string{"line-deep-short-deep", "squash-three-choices", "shuttle-multi",
		"serve-and-volley", "outside-the-gates"} {
		f.Add(
			[]byte(
				fmt.Sprintf(
					`{"drill":%s,"paths":true,"neighbours":true}`,
					must(json.Marshal(shippedDrill(f, id))),
				),
			),
		)
	}
	f.Fuzz(func(t *testing.T, q []byte) {
		w := d.raw("POST", "/api/v1/drills/check", q)
		require.Less(t, w.Code, 500, string(q))
		require.True(t, json.Valid(w.Body.Bytes()))
	})
}

// What a drag asks: a drill of twelve feeds with its ways to draw, and at rest
// its neighbours too.
func BenchmarkCheckDrill(b *testing.B) {
	d := newDesk(b)
	twelve := shippedDrill(b, "line-deep-short-deep")
	for len(twelve.Pattern.Feeds) < 12 {
		twelve.Pattern.Feeds = append(twelve.Pattern.Feeds, twelve.Pattern.Feeds[:3]...)
	}
	twelve.TurnBalls = 12
	for name, more := range map[string]string{"drag": `"paths":true,"quick":true`, "rest": `"paths":true,` +
		`"neighbours":true`} {
		q := []byte(fmt.Sprintf(`{"drill":%s,%s}`, must(json.Marshal(twelve)), more))
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				if w := d.raw("POST", "/api/v1/drills/check", q); w.Code != 200 {
					b.Fatal(w.Body.String())
				}
			}
		})
	}
}

// The list of drills with a shelf of 200, some of them the club's own.
func BenchmarkShelf200(b *testing.B) {
	d := newDesk(b)
	all := library.All()
	for i := len(all); i < 200; i++ {
		own := all[i%len(all)].Clone()
		own.Title = fmt.Sprintf("Own %d", i)
		own.Kin = &drill.Kin{ID: own.ID, Title: all[i%len(all)].Title, Bend: "Changed"}
		d.ask("PUT", "/api/v1/drills/"+newID(), map[string]any{"version": 0, "drill": own}, 200, nil)
	}
	var shelf []documents.ShelfDrill
	d.ask("GET", "/api/v1/drills", nil, 200, &shelf)
	require.Len(b, shelf, 200)
	for b.Loop() {
		require.Equal(b, 200, d.raw("GET", "/api/v1/drills", nil).Code)
	}
}

// The whole shelf goes out as a file and comes back from it as it was.
func TestTheWholeShelfRoundTrips(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	var all []documents.ShelfDrill
	d.ask("GET", "/api/v1/drills", nil, 200, &all)
	query := "/api/v1/drills/export?"
	for _, one := range all {
		query += "id=" + one.Drill.ID + "&"
	}
	file := d.raw("GET", query, nil)
	require.Equal(t, 200, file.Code)
	again := newDesk(t)
	w := again.rawAs(
		"POST",
		"/api/v1/drills/import",
		"text/plain",
		append(file.Body.Bytes(), bytes.Repeat([]byte("\n"), bodyLimit)...),
	)
	require.Equal(t, 200, w.Code, w.Body.String()[:min(w.Body.Len(), 300)])
	back := again.raw("GET", query, nil)
	require.JSONEq(t, file.Body.String(), back.Body.String())
}

// Whatever number stands in a drill or a lesson, used or not, is answered or refused: never a
// fault of ours, and not after long.
func TestNoNumberIsTooMuch(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	drawn := shippedDrill(t, "short-ball-corners")
	for _, kind := range []drill.Kind{drill.Box, drill.Gate} { // each with what it does not use
		own := drawn.Targets[0]
		own.Kind, own.Radius, own.Width, own.Depth = kind, 1, 1, 1
		drawn.Targets = append(drawn.Targets, own)
	}
	l, _ := d.pair()
	for at, body := range map[string]map[string]any{
		"/api/v1/drills/check":  {"drill": drawn, "level": "club", "students": 4, "minutes": 8, "neighbours": true},
		"/api/v1/lessons/check": {"lesson": l},
	} {
		text, err := json.Marshal(body)
		require.NoError(t, err)
		places := number.FindAllIndex(text, -1)
		require.Greater(t, len(places), 30)
		for _, extreme := range []string{"1e308", "-1e308", "1e-308", "9007199254740993", "-1", "0"} {
			for _, p := range places {
				w := d.raw("POST", at, []byte(string(text[:p[0]+1])+extreme+string(text[p[1]:])))
				require.Contains(t, []int{200, 400, 422}, w.Code, "%s: %s for %s: %s",
					at, extreme, text[max(0, p[0]-40):p[1]], w.Body.String())
			}
		}
	}
}

var number = regexp.MustCompile(`:-?\d[0-9.e+-]*`)

package api

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/reach"
	"hodometer/internal/store"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/require"
)

const passphrase = "four loose words here"

// gate is a server that is reached from elsewhere, with an owner.
type gate struct {
	*desk
	doors  *access.Doors
	now    time.Time
	from   string // the address that asks
	copies *store.Copies
}

func newGate(t testing.TB) *gate {
	path := filepath.Join(t.TempDir(), "club.db")
	s, err := store.Open(t.Context(), path)
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	g := &gate{now: time.Now(), from: "192.168.7.50:4000"}
	g.doors = access.New(s, access.Options{})
	g.doors.Now = func() time.Time { return g.now }
	require.NoError(t, g.doors.SetPassphrase(t.Context(), passphrase, ""))
	own := club.New(s)
	g.copies = store.CopiesOf(path, "")
	h, err := New(own, Options{
		Log:      slog.New(slog.NewTextHandler(io.Discard, nil)),
		Doors:    g.doors,
		Patience: 10 * time.Minute,
		Reach: Reach{
			Kind: reach.Own,
			URLs: func() []string { return []string{"https://192.168.7.20:8443"} },
		},
		Copies: g.copies,
	})
	require.NoError(t, err)
	g.desk = &desk{t, h, own}
	return g
}

// call asks as who has that cookie, from an origin.
func (g *gate) call(
	method, path, cookie string,
	body any,
	header map[string]string,
) *httptest.ResponseRecorder {
	text, err := json.Marshal(body)
	require.NoError(g.t, err)
	ctx := context.Background()
	if strings.HasSuffix(path, "/stream") { // it goes on until who listens goes
		listening, leave := context.WithTimeout(ctx, 100*time.Millisecond)
		defer leave()
		ctx = listening
	}
	r := httptest.NewRequestWithContext(ctx, method, "https://192.168.7.20:8443"+path, bytes.NewReader(text))
	r.RemoteAddr = g.from
	r.Header.Set("Content-Type", "application/json")
	if cookie != "" {
		r.Header.Set("Cookie", cookie)
	}
	for k, v := range header {
		if k == "Host" {
			r.Host = v
		} else {
			r.Header.Set(k, v)
		}
	}
	w := httptest.NewRecorder()
	g.handler.ServeHTTP(w, r)
	return w
}

func cookieOf(w *httptest.ResponseRecorder) string {
	for _, c := range w.Result().Cookies() {
		if c.Value != "" {
			return c.Name + "=" + c.Value
		}
	}
	return ""
}

// owner signs in; come lets a device in with a role, by the secret of a code.
func (g *gate) owner() string {
	w := g.call(
		"POST",
		"/api/v1/access/signIn",
		"",
		map[string]any{"passphrase": passphrase, "name": "Laptop"},
		nil,
	)
	require.Equal(g.t, 200, w.Code, w.Body.String())
	g.now = g.now.Add(time.Minute) // at the door's pace
	return cookieOf(w)
}

func (g *gate) come(role access.Role) string {
	c, err := g.doors.MakeCode(role)
	require.NoError(g.t, err)
	w := g.call(
		"POST",
		"/api/v1/access/pair",
		"",
		map[string]any{"code": c.Secret, "name": string(role)},
		nil,
	)
	require.Equal(g.t, 200, w.Code, w.Body.String())
	g.now = g.now.Add(time.Minute)
	return cookieOf(w)
}

// What nobody, and what an assistant, may ask for: written down here once more, by hand,
// so that a slip in the policy is a difference between the two. What is not here and not
// the owner's is for coaches.
var (
	forAnybody    = "getAccess signIn pairDevice openCard getVocabulary listBases listCourts"
	forAssistants = "signOut listStudents listGroups listLessons getLesson getSheet listRuns getRun putRun streamRun " +
		"addEvents listBlockTemplates blankDrill listDrills checkDrill getDrill " +
		"listDrillVersions listGames getGame listGameVersions listLadders"
	forOwners = "setPassphrase makeCode listDevices changeDevice endDevice listDeeds listCopies takeCopy getCopy"
)

func has(list, op string) bool { return strings.Contains(" "+list+" ", " "+op+" ") }

// Every route of the contract, asked by everybody, from everywhere. A route that was
// forgotten in the policy fails here, and is refused to all.
func TestEveryRouteForEveryRoleFromEveryOrigin(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	routes, err := operations()
	require.NoError(t, err)
	for _, op := range access.Operations() {
		found := false
		for _, o := range routes {
			found = found || o == op
		}
		require.True(t, found, "a rule for %s, which the contract does not have", op)
	}
	roles := []access.Role{access.Nobody, access.Assistant, access.Coach, access.Owner}
	cookies := map[access.Role]string{access.Owner: g.owner()}
	for _, r := range roles[1:3] {
		cookies[r] = g.come(r)
	}
	origins := map[string]map[string]string{
		"its own page":       {"Sec-Fetch-Site": "same-origin", "Origin": "https://192.168.7.20:8443"},
		"no browser":         {},
		"another site":       {"Sec-Fetch-Site": "cross-site", "Origin": "https://elsewhere.example"},
		"another port":       {"Sec-Fetch-Site": "same-site", "Origin": "https://192.168.7.20:9000"},
		"an old browser":     {"Origin": "https://elsewhere.example"},
		"a name that is not": {"Host": "elsewhere.example", "Sec-Fetch-Site": "same-origin"},
	}
	asked := 0
	for route, op := range routes {
		method, path, _ := strings.Cut(route, " ")
		for _, p := range strings.Split(path, "/") {
			if strings.HasPrefix(p, ":") {
				path = strings.Replace(path, p, "0192aaaa-0000-7000-8000-00000000ffff", 1)
			}
		}
		least := access.Coach
		switch {
		case has(forAnybody, op):
			least = access.Nobody
		case has(forAssistants, op), strings.HasPrefix(op, "reckon"):
			least = access.Assistant
		case has(forOwners, op):
			least = access.Owner
		}
		for from, header := range origins {
			for _, role := range roles {
				if op == "signOut" && role != access.Nobody {
					continue // it would end the device that asks on; TestADeviceIsSignedOut does it
				}
				g.now = g.now.Add(time.Minute)
				w := g.call(method, path, cookies[role], struct{}{}, header)
				why := fmt.Sprintf("%s (%s) by %s from %s: %s", op, route, role, from, w.Body.String())
				asked++
				foreign := from == "another site" || from == "another port" || from == "an old browser"
				switch {
				case header["Host"] != "":
					require.Equal(t, 421, w.Code, why)
				case foreign && method != "GET":
					require.Equal(t, 403, w.Code, why)
				case role.May(least):
					require.NotContains(t, []int{401, 421}, w.Code, why)
					require.NotContains(t, w.Body.String(), "may not do that", why)
				case role == access.Nobody:
					require.Equal(t, 401, w.Code, why)
				default:
					require.Equal(t, 403, w.Code, why)
					require.Contains(t, w.Body.String(), "may not do that", why)
				}
				require.Empty(
					t,
					w.Header().Get("Access-Control-Allow-Origin"),
					"nobody elsewhere can read it",
				)
				if header["Host"] == "" {
					require.Equal(t, "same-origin", w.Header().Get("Cross-Origin-Resource-Policy"), why)
				}
			}
		}
	}
	t.Logf("%d routes, %d requests", len(routes), asked)
	require.Len(t, routes, len(access.Operations()))
}

// A route that nobody wrote a rule for is refused, to the owner too.
func TestARouteWithoutARuleIsRefused(t *testing.T) {
	_, ruled := access.Least("somethingNew")
	require.False(t, ruled)
}

// Digits: five tries for the right ones, five minutes, one device. The secret in the
// picture is not spoilt by who guesses digits.
func TestPairing(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	try := func(code string) int {
		g.now = g.now.Add(15 * time.Second) // as the pace allows
		return g.call("POST", "/api/v1/access/pair", "", map[string]any{"code": code}, nil).Code
	}
	wrong := func(c access.Code) string {
		return fmt.Sprintf("%06d", (atoi(c.Digits)+1)%1_000_000)
	}
	c, err := g.doors.MakeCode(access.Assistant)
	require.NoError(t, err)
	for range 5 {
		require.Equal(t, 403, try(wrong(c)))
	}
	require.Equal(t, 403, try(c.Digits), "right, at the sixth")
	require.Equal(t, 200, try(c.Secret), "what the phone read opens all the same")
	require.Equal(t, 403, try(c.Secret), "once")

	c, err = g.doors.MakeCode(access.Coach)
	require.NoError(t, err)
	for range 4 {
		require.Equal(t, 403, try(wrong(c)))
	}
	require.Equal(t, 200, try(c.Digits[:3]+" "+c.Digits[3:]), "at the fifth, as it is read out")

	c, err = g.doors.MakeCode(access.Coach)
	require.NoError(t, err)
	g.now = g.now.Add(access.CodeLasts)
	require.Equal(t, 403, try(c.Digits))
	require.Equal(t, 403, try(c.Secret))
}

func atoi(s string) (n int) {
	for _, r := range s {
		n = 10*n + int(r-'0')
	}
	return n
}

// Doors are held to a pace, for each place by itself.
func TestDoorsAreHeldToAPace(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	for path, body := range map[string]map[string]any{
		"/api/v1/access/signIn": {"passphrase": "not these words"},
		"/api/v1/access/pair":   {"code": "000000"},
		"/api/v1/cards/open":    {"secret": "x"},
	} {
		g.now = g.now.Add(10 * time.Minute)
		codes := map[int]int{}
		for range 8 {
			w := g.call("POST", path, "", body, nil)
			codes[w.Code]++
			if w.Code == 429 {
				require.Equal(t, "10", w.Header().Get("Retry-After"))
			}
		}
		require.Equal(t, map[int]int{403: 5, 429: 3}, codes, path)
		g.from = "192.168.7.51:4000"
		require.Equal(t, 403, g.call("POST", path, "", body, nil).Code, "another device has its own tries")
		g.from = "192.168.7.50:4000"
	}
}

// Signed out, unseen for long, grown old, guessed: none comes in. A new passphrase ends
// what came in by the one before, and leaves paired phones.
func TestSessionsEnd(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	asks := func(cookie string) int { return g.call("GET", "/api/v1/lessons", cookie, nil, nil).Code }
	laptop, phone := g.owner(), g.come(access.Assistant)
	require.Equal(t, []int{200, 200}, []int{asks(laptop), asks(phone)})
	require.Equal(t, 401, asks(phone[:len(phone)-3]+"AAA"))
	require.Equal(t, 401, asks("hodometer="+strings.Repeat("A", 43)))

	var devices []access.Device
	w := g.call("GET", "/api/v1/access/devices", laptop, nil, nil)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &devices))
	require.Len(t, devices, 2)
	for _, d := range devices {
		if d.Role == access.Assistant {
			require.Equal(t, 200, g.call("DELETE", "/api/v1/access/devices/"+d.ID, laptop, nil, nil).Code)
			require.Equal(t, 422, g.call("DELETE", "/api/v1/access/devices/"+d.ID, laptop, nil, nil).Code)
		} else {
			require.True(t, d.Here)
		}
	}
	require.Equal(t, []int{200, 401}, []int{asks(laptop), asks(phone)})

	phone = g.come(access.Coach)
	require.NoError(t, g.doors.SetPassphrase(t.Context(), "other words altogether", ""))
	require.Equal(t, []int{401, 200}, []int{asks(laptop), asks(phone)})
	require.Equal(
		t,
		403,
		g.call("POST", "/api/v1/access/signIn", "", map[string]any{"passphrase": passphrase}, nil).Code,
	)

	g.now = g.now.Add(44 * 24 * time.Hour)
	require.Equal(t, 200, asks(phone), "seen now and then, it stays")
	g.now = g.now.Add(44 * 24 * time.Hour)
	require.Equal(t, 200, asks(phone))
	g.now = g.now.Add(46 * 24 * time.Hour)
	require.Equal(t, 401, asks(phone), "unseen for long, it does not")
	out := g.come(access.Coach)
	require.Equal(t, 204, g.call("POST", "/api/v1/access/signOut", out, nil, nil).Code)
	require.Equal(t, 401, asks(out))
}

// Whoever only counts sees what that takes, and takes nothing out of the log.
func TestAnAssistantCounts(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach, assistant := g.come(access.Coach), g.come(access.Assistant)
	wren := club.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
	wren.Notes, wren.Aims, wren.Age, wren.Cautions = "shy of heights", "a cup", "10to11", []string{
		"no overheads",
	}
	w := g.call("PUT", "/api/v1/students/"+wren.ID, coach, wren, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	l := map[string]any{
		"id":          newID(),
		"version":     0,
		"title":       "Short balls",
		"aim":         "",
		"date":        "2026-05-17",
		"start":       "17:00",
		"slotMinutes": 60,
		"court":       "tennis",
		"students":    []string{wren.ID},
	}
	w = g.call("GET", "/api/v1/courts/tennis/blocks", assistant, nil, nil)
	var blocks []any
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &blocks))
	l["blocks"] = blocks
	w = g.call("PUT", "/api/v1/lessons/"+l["id"].(string), coach, l, nil)
	require.Equal(t, 200, w.Code, w.Body.String())

	at := "/api/v1/runs/" + newID()
	w = g.call("PUT", at, assistant, map[string]any{"lesson": l["id"]}, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	require.NotContains(t, w.Body.String(), "shy of heights")
	require.Contains(t, w.Body.String(), "no overheads", "what to mind on court is seen")
	seen := g.call("GET", "/api/v1/students", assistant, nil, nil).Body.String()
	require.NotContains(t, seen, "a cup")
	require.Contains(t, g.call("GET", "/api/v1/students", coach, nil, nil).Body.String(), "a cup")

	k := &tick{}
	send := func(cookie string, kind run.Kind) int {
		return g.call("POST", at+"/events?state=false", cookie, map[string]any{
			"lesson": map[string]any{
				"id":      l["id"],
				"version": 1,
			},
			"events": []run.Event{k.event(run.Event{Kind: kind})},
		}, nil).Code
	}
	require.Equal(t, 204, send(assistant, run.Start))
	require.Equal(t, 403, send(assistant, run.Remove))
	require.Equal(t, 204, send(assistant, run.Pause), "and counting goes on")
	require.Equal(t, 204, send(coach, run.Remove))

	// Who did what, in words, latest first, and a sitting once.
	var deeds []access.Deed
	w = g.call("GET", "/api/v1/access/deeds", g.owner(), nil, nil)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &deeds), w.Body.String())
	var said []string
	for _, d := range deeds {
		said = append(said, d.Who+" "+d.Did)
	}
	require.Equal(t, []string{
		"Laptop came in with the passphrase",
		"coach counted in Short balls",
		"assistant counted in Short balls",
		"coach changed the lesson Short balls",
		"coach changed what is kept about Wren", "assistant came in with a code", "coach came in with a code",
	}, said)
}

// A link shows one card, with a first name and no more, until it runs out or is taken back.
func TestALinkToACard(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach := g.come(access.Coach)
	wren := club.Student{ID: newID(), Name: "Wren Alder", Hand: "right", Level: "club"}
	require.Equal(t, 200, g.call("PUT", "/api/v1/students/"+wren.ID, coach, wren, nil).Code)
	at := "/api/v1/students/" + wren.ID + "/links"
	made := func() (l access.CardLink) {
		w := g.call("POST", at, coach, map[string]any{"days": 14}, nil)
		require.Equal(t, 200, w.Code, w.Body.String())
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &l))
		return l
	}
	open := func(l access.CardLink) *httptest.ResponseRecorder {
		g.now = g.now.Add(15 * time.Second)
		return g.call("POST", "/api/v1/cards/open", "", map[string]any{"secret": l.Secret}, nil)
	}
	one, two := made(), made()
	w := open(one)
	require.Equal(t, 200, w.Code, w.Body.String())
	require.Contains(t, w.Body.String(), `"name":"Wren"`)
	require.NotContains(t, w.Body.String(), "Alder")
	require.NotContains(
		t,
		g.call("GET", at, coach, nil, nil).Body.String(),
		one.Secret,
		"only a digest is kept",
	)
	require.Equal(t, 200, g.call("DELETE", at+"/"+one.ID, coach, nil, nil).Code)
	require.Equal(t, 403, open(one).Code)
	require.Equal(t, 200, open(two).Code)
	g.now = g.now.Add(14 * 24 * time.Hour)
	require.Equal(t, 403, open(two).Code)
}

// The picture that a phone reads says the address: it is read back by another library.
func TestTheQRCodeIsRead(t *testing.T) {
	t.Parallel()
	url := "https://192.168.7.20:8443/pair#" + strings.Repeat("aZ0_-", 5)
	rows := link(url).Dark
	const scale, quiet = 4, 4
	side := (len(rows) + 2*quiet) * scale
	img := image.NewGray(image.Rect(0, 0, side, side))
	for y := range side {
		for x := range side {
			img.SetGray(x, y, color.Gray{255})
			r, c := y/scale-quiet, x/scale-quiet
			if r >= 0 && r < len(rows) && c >= 0 && c < len(rows) && rows[r][c] == '1' {
				img.SetGray(x, y, color.Gray{0})
			}
		}
	}
	bits, err := gozxing.NewBinaryBitmapFromImage(img)
	require.NoError(t, err)
	read, err := qrcode.NewQRCodeReader().Decode(bits, nil)
	require.NoError(t, err)
	require.Equal(t, url, read.GetText())
}

// Copies are made, listed and downloaded; what was downloaded is a club.
func TestCopies(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner := g.owner()
	var c Copies
	w := g.call("POST", "/api/v1/copies", owner, nil, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &c))
	require.Len(t, c.Copies, 1)
	w = g.call("GET", "/api/v1/copies/"+c.Copies[0].Name, owner, nil, nil)
	require.Equal(t, 200, w.Code)
	require.EqualValues(t, c.Copies[0].Bytes, w.Body.Len())
	require.Equal(t, "SQLite format 3\x00", w.Body.String()[:16])
	for _, name := range []string{"..%2Fclub.db", "hodometer-2026-01-01-000000.db"} {
		require.Contains(
			t,
			[]int{400, 404},
			g.call("GET", "/api/v1/copies/"+name, owner, nil, nil).Code,
			name,
		)
	}
}

// A method that an address does not know is said to be that.
func TestMethodsThatAreNotThere(t *testing.T) {
	t.Parallel()
	d := newDesk(t)
	for _, at := range []string{"/api/v1/lessons", "/api/v1/reckon/goal"} {
		w := d.raw("DELETE", at, nil)
		require.Equal(t, http.StatusMethodNotAllowed, w.Code, at)
		require.Contains(t, []string{"GET", "POST"}, w.Header().Get("Allow"), at)
	}
	require.Equal(t, http.StatusNotFound, d.raw("GET", "/api/v1/nothing", nil).Code)
}

// Whatever is said at a door, there is an answer, and it does not open.
func FuzzDoors(f *testing.F) {
	g := newGate(f)
	for _, b := range []string{
		`{"passphrase":"x"}`, `{"code":"123456","name":"\u0000"}`, `{"secret":"' or 1=1 --"}`, `{`, `[]`,
		`{"code":"` + strings.Repeat("1", 40) + `"}`,
	} {
		f.Add([]byte(b), "hodometer="+strings.Repeat("A", 43))
	}
	f.Fuzz(func(t *testing.T, body []byte, cookie string) {
		for _, at := range []string{"signIn", "pair"} {
			g.now = g.now.Add(time.Minute)
			r := httptest.NewRequest(
				"POST",
				"https://192.168.7.20:8443/api/v1/access/"+at,
				bytes.NewReader(body),
			)
			r.Header.Set("Content-Type", "application/json")
			r.Header["Cookie"] = []string{cookie}
			w := httptest.NewRecorder()
			g.handler.ServeHTTP(w, r)
			require.Contains(t, []int{400, 401, 403, 413, 415, 429}, w.Code, w.Body.String())
			require.Empty(t, cookieOf(w))
		}
	})
}

// Today says that a copy is due when the last one, or the first work, is older than a week
// and something was written since.
func TestACopyIsDue(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner, coach := g.owner(), g.come(access.Coach)
	due := func(cookie string) bool {
		var a Access
		w := g.call("GET", "/api/v1/access", cookie, nil, nil)
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &a), w.Body.String())
		return a.CopyDue
	}
	g.copies.Now = func() time.Time { return g.now }
	g.now = g.now.Add(8 * 24 * time.Hour)
	require.False(t, due(owner), "there is no work in it")
	l := map[string]any{
		"id":          newID(),
		"version":     0,
		"title":       "Short balls",
		"aim":         "",
		"date":        "2026-05-17",
		"start":       "17:00",
		"slotMinutes": 60,
		"court":       "tennis",
		"students":    []string{},
		"blocks":      []any{},
	}
	w := g.call("PUT", "/api/v1/lessons/"+l["id"].(string), coach, l, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	require.True(t, due(owner), "a lesson was saved, and eight days went by")
	require.False(t, due(coach), "it is the owner's")
	require.Equal(t, 200, g.call("POST", "/api/v1/copies", owner, nil, nil).Code)
	require.False(t, due(owner))
}

// Behind a proxy the pace is of who asks it, not of the proxy.
func TestBehindAProxy(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	var err error
	g.handler, err = New(g.club, Options{
		Log: slog.New(slog.NewTextHandler(io.Discard, nil)), Doors: g.doors,
		Reach: Reach{Kind: reach.Proxy, Names: []string{"courts.example"}},
	})
	require.NoError(t, err)
	g.from = "127.0.0.1:4000"
	try := func(forwarded string) int {
		return g.call("POST", "/api/v1/access/signIn", "", map[string]any{"passphrase": "not these words"},
			map[string]string{"Host": "courts.example", "X-Forwarded-For": forwarded}).Code
	}
	for range 5 {
		require.Equal(t, 403, try("203.0.113.7"))
	}
	require.Equal(t, 429, try("203.0.113.7"))
	require.Equal(t, 429, try("198.51.100.1, 203.0.113.7"), "who is before it may say anything")
	require.Equal(t, 403, try("203.0.113.8"))
	w := g.call("GET", "/healthz", "", nil, map[string]string{"Host": "courts.example"})
	require.Equal(t, "max-age=31536000", w.Header().Get("Strict-Transport-Security"))
}

// What a device listens to ends when it is signed out, and not before.
func TestASignedOutDeviceHearsNoMore(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	owner, phone := g.owner(), g.come(access.Assistant)
	var devices []access.Device
	w := g.call("GET", "/api/v1/access/devices", phone, nil, nil)
	require.Equal(t, 403, w.Code)
	w = g.call("GET", "/api/v1/access/devices", owner, nil, nil)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &devices))
	ended := make(chan struct{})
	listens := make(chan struct{})
	go func() {
		defer close(ended)
		r := httptest.NewRequest("GET", "https://192.168.7.20:8443/api/v1/runs/"+newID()+"/stream", nil)
		r.Header.Set("Cookie", phone)
		g.handler.ServeHTTP(&heard{ResponseRecorder: httptest.NewRecorder(), first: listens}, r)
	}()
	<-listens
	for _, d := range devices {
		if d.Role == access.Assistant {
			require.Equal(t, 200, g.call("DELETE", "/api/v1/access/devices/"+d.ID, owner, nil, nil).Code)
		}
	}
	select {
	case <-ended:
	case <-time.After(2 * time.Minute):
		t.Fatal("it listens on")
	}
}

// heard says when the first was heard.
type heard struct {
	*httptest.ResponseRecorder
	first chan struct{}
	once  sync.Once
}

func (h *heard) Write(p []byte) (int, error) {
	h.once.Do(func() { close(h.first) })
	return h.ResponseRecorder.Write(p)
}

// What the doors cost a tap: the same one on the machine itself, and by a phone that came in.
func BenchmarkTapThroughTheDoor(b *testing.B) {
	g := newGate(b)
	cookie := g.come(access.Coach)
	g.doors.Now = time.Now
	tap := func(call func(method, path string, body any) int) func(b *testing.B) {
		return func(b *testing.B) {
			wren := club.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
			require.Equal(b, 200, call("PUT", "/api/v1/students/"+wren.ID, wren))
			l := map[string]any{
				"id": newID(), "version": 0, "title": "Short balls", "aim": "", "date": "2026-05-17", "start": "17:00",
				"slotMinutes": 60, "court": "tennis", "students": []string{wren.ID},
				"blocks": []any{map[string]any{"id": newID(), "kind": "break", "title": "Water", "minutes": 5}},
			}
			require.Equal(b, 200, call("PUT", "/api/v1/lessons/"+l["id"].(string), l))
			at, k := "/api/v1/runs/"+newID()+"/events?state=false", &tick{}
			for b.Loop() {
				require.Equal(b, 204, call("POST", at, map[string]any{
					"lesson": map[string]any{"id": l["id"], "version": 1},
					"events": []run.Event{k.event(run.Event{Kind: run.Start})},
				}))
			}
		}
	}
	d := newDesk(b)
	b.Run("here", tap(func(method, path string, body any) int {
		text, err := json.Marshal(body)
		require.NoError(b, err)
		return d.raw(method, path, text).Code
	}))
	b.Run("phone", tap(func(method, path string, body any) int {
		return g.call(method, path, cookie, body, nil).Code
	}))
}

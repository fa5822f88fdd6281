package api

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"io"
	"log/slog"
	"net/http/httptest"
	"strings"
	"sync"
	"testing"
	"time"

	"hodometer/internal/access"
	"hodometer/internal/club/students"
	"hodometer/internal/reach"

	"github.com/makiuchi-d/gozxing"
	"github.com/makiuchi-d/gozxing/qrcode"
	"github.com/stretchr/testify/require"
)

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
	c, err := g.doors.MakeCode(t.Context(), access.Assistant, "")
	require.NoError(t, err)
	for range 5 {
		require.Equal(t, 403, try(wrong(c)))
	}
	require.Equal(t, 403, try(c.Digits), "right, at the sixth")
	require.Equal(t, 200, try(c.Secret), "what the phone read opens all the same")
	require.Equal(t, 403, try(c.Secret), "once")

	c, err = g.doors.MakeCode(t.Context(), access.Coach, "")
	require.NoError(t, err)
	for range 4 {
		require.Equal(t, 403, try(wrong(c)))
	}
	require.Equal(t, 200, try(c.Digits[:3]+" "+c.Digits[3:]), "at the fifth, as it is read out")

	c, err = g.doors.MakeCode(t.Context(), access.Coach, "")
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
			require.Equal(t, 204, g.call("DELETE", "/api/v1/access/devices/"+d.ID, laptop, nil, nil).Code)
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
			require.Equal(t, 204, g.call("DELETE", "/api/v1/access/devices/"+d.ID, owner, nil, nil).Code)
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

// A link shows one card, with a first name and no more, until it runs out or is taken back.
func TestALinkToACard(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach := g.come(access.Coach)
	wren := students.Student{ID: newID(), Name: "Wren Alder", Hand: "right", Level: "club"}
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
	require.Equal(t, 204, g.call("DELETE", at+"/"+one.ID, coach, nil, nil).Code)
	require.Equal(t, 403, open(one).Code)
	require.Equal(t, 200, open(two).Code)
	g.now = g.now.Add(14 * 24 * time.Hour)
	require.Equal(t, 403, open(two).Code)
}

package api

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/internal/access"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/students"

	"github.com/stretchr/testify/require"
)

// What nobody, and what an assistant, may ask for: written down here once more, by hand,
// so that a slip in the policy is a difference between the two. What is not here and not
// the owner's is for coaches.
var (
	forAnybody    = "getAccess signIn pairDevice openCard getVocabulary listBases listCourts"
	forAssistants = "signOut listStudents listGroups getGroup listLessons lastLesson getLesson " +
		"getLessonSummary getSheet listRuns getRun putRun streamRun " +
		"addEvents listBlockTemplates listWarmUps blankDrill listDrills checkDrill getDrill " +
		"checkProgramme useMachine listDrillVersions listGames getGame listGameVersions listLadders getLadder"
	forOwners = "listAside decideAside getRetention setRetention eraseStudent eraseLesson eraseRun archiveStudent " +
		"addCoach changeCoach handOverLessons setZone makeCode listDevices changeDevice endDevice " +
		"listDeeds listCopies takeCopy getCopy"
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

// Whoever only counts sees what that takes, and takes nothing out of the log.
func TestAnAssistantCounts(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach, assistant := g.come(access.Coach), g.come(access.Assistant)
	wren := students.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
	wren.Notes, wren.Aims, wren.Age, wren.Cautions = "shy of heights", "a cup", "10to11", []string{
		"no overheads",
	}
	w := g.call("PUT", "/api/v1/students/"+wren.ID, coach, wren, nil)
	require.Equal(t, 200, w.Code, w.Body.String())
	l := shortBalls(wren.ID)
	l["date"] = time.Now().Format(time.DateOnly)
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
		"Laptop signed in with the passphrase",
		"coach took out of the log: Short balls",
		"assistant counted in Short balls",
		"coach changed the lesson Short balls",
		"coach edited the profile of Wren", "assistant signed in with a code", "coach signed in with a code",
	}, said)
}

// What an assistant may enter, of every kind of event, in a lesson of today, of last month, in one
// that is finished, and in one that was removed: written down once more by hand. A coach and the
// owner may enter all of it.
func TestWhatAnAssistantMayEnter(t *testing.T) {
	t.Parallel()
	g := newGate(t)
	coach, assistant, other := g.come(access.Coach), g.come(access.Assistant), g.come(access.Assistant)
	wren := students.Student{ID: newID(), Name: "Wren", Hand: "right", Level: "club"}
	require.Equal(t, 200, g.call("PUT", "/api/v1/students/"+wren.ID, coach, wren, nil).Code)
	today := time.Now()
	k := &tick{}
	// given is a run of a lesson of some days ago; what it begins with was entered by a coach.
	given := func(ago int, begins ...run.Event) (send func(cookie string, e run.Event) (int, string)) {
		l := shortBalls(wren.ID)
		l["date"] = today.AddDate(0, 0, -ago).Format(time.DateOnly)
		id := l["id"].(string)
		require.Equal(t, 200, g.call("PUT", "/api/v1/lessons/"+id, coach, l, nil).Code)
		at := "/api/v1/runs/" + newID() + "/events?state=false"
		send = func(cookie string, e run.Event) (int, string) {
			w := g.call("POST", at, cookie, map[string]any{
				"lesson": map[string]any{"id": id, "version": 1}, "events": []run.Event{e},
			}, nil)
			return w.Code, w.Body.String()
		}
		for _, e := range begins {
			code, said := send(coach, k.event(e))
			require.Equal(t, 204, code, said)
		}
		return send
	}
	start, finish := run.Event{Kind: run.Start}, run.Event{Kind: run.Finish}
	rated := run.Event{Kind: run.Effort, Student: wren.ID, Value: 6}
	for what, send := range map[string]func(string, run.Event) (int, string){
		"today": given(0, start), "yesterday": given(1, start), "last month": given(30, start),
		"finished": given(0, start, finish), "removed": given(0, start, run.Event{Kind: run.Remove}),
	} {
		open := what == "today" || what == "yesterday"
		for kind, may := range map[run.Kind]bool{
			run.Pause: open, run.Start: open, run.Note: open, run.Tag: open, run.Engagement: open,
			run.Remove: false, run.GiveUp: false,
		} {
			e := run.Event{Kind: kind}
			switch kind {
			case run.Note:
				e.Text = "a line"
			case run.Tag:
				e.Student, e.Text = wren.ID, "late"
			case run.Engagement:
				e.Student, e.Value = wren.ID, 5
			}
			code, said := send(assistant, k.event(e))
			require.Equal(t, may, code == 204, "%s in a lesson of %s: %d %s", kind, what, code, said)
			if !may {
				require.Equal(t, 403, code, said)
				require.Contains(t, said, "Ask a coach. Nothing was changed.")
			}
		}
	}

	// What others entered stays as they entered it; one's own can be taken back, until it is finished.
	send := given(0, start, rated)
	code, _ := send(assistant, k.event(run.Event{Kind: run.Effort, Student: wren.ID, Value: 1}))
	require.Equal(t, 403, code, "a coach judged that")
	mine := k.event(run.Event{Kind: run.Note, Text: "mine"})
	code, said := send(assistant, mine)
	require.Equal(t, 204, code, said)
	code, _ = send(other, k.event(run.Event{Kind: run.Undo, Undoes: mine.ID}))
	require.Equal(t, 403, code, "it was entered on another device")
	undo := k.event(run.Event{Kind: run.Undo, Undoes: mine.ID})
	before := k.event(run.Event{Kind: run.Pause}) // and comes late
	code, said = send(assistant, undo)
	require.Equal(t, 204, code, said)
	code, said = send(assistant, undo)
	require.Equal(t, 204, code, "sent again, it is no deed: %s", said)
	code, said = send(coach, k.event(finish))
	require.Equal(t, 204, code, said)
	code, said = send(assistant, before)
	require.Equal(t, 204, code, "it happened before the lesson was finished: %s", said)
	code, _ = send(assistant, k.event(run.Event{Kind: run.Undo, Undoes: before.ID}))
	require.Equal(t, 403, code, "it is finished")
	code, said = send(coach, k.event(run.Event{Kind: run.Undo, Undoes: before.ID}))
	require.Equal(t, 204, code, said)

	var log struct{ Items []evidence.Entry }
	w := g.call("GET", "/api/v1/runs", assistant, nil, nil)
	require.NoError(t, json.Unmarshal(w.Body.Bytes(), &log))
	require.NotEmpty(t, log.Items)
	require.NotContains(t, w.Body.String(), `"effort"`)
	said = g.call("GET", "/api/v1/access/deeds", g.owner(), nil, nil).Body.String()
	for _, did := range []string{
		`"assistant","role":"assistant","did":"took back one entry in Short balls"`,
		`"coach","role":"coach","did":"noted or rated one entry in Short balls"`,
		`"coach","role":"coach","did":"finished Short balls"`,
	} {
		require.Contains(t, said, did)
	}
	require.Contains(t, g.call("GET", "/api/v1/runs", coach, nil, nil).Body.String(), `"effort"`)
}

package api

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"hodometer/core/run"
	"hodometer/internal/access"
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
		"listDrillVersions listGames getGame listGameVersions listLadders getLadder"
	forOwners = "getRetention setRetention eraseStudent eraseLesson eraseRun archiveStudent " +
		"setPassphrase setZone makeCode listDevices changeDevice endDevice listDeeds listCopies takeCopy " +
		"getCopy"
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
		"coach counted in Short balls",
		"assistant counted in Short balls",
		"coach changed the lesson Short balls",
		"coach edited the profile of Wren", "assistant signed in with a code", "coach signed in with a code",
	}, said)
}

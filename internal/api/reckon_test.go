package api

import (
	"encoding/json"
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// near compares answers as JSON, numbers to half a per cent.
func near(t *testing.T, want, got any, path string) {
	switch w := want.(type) {
	case map[string]any:
		g, ok := got.(map[string]any)
		require.True(t, ok, path)
		require.Len(t, g, len(w), path)
		for k := range w {
			near(t, w[k], g[k], path+"."+k)
		}
	case []any:
		g, ok := got.([]any)
		require.True(t, ok, path)
		require.Len(t, g, len(w), path)
		for i := range w {
			near(t, w[i], g[i], fmt.Sprintf("%s[%d]", path, i))
		}
	case float64:
		g, ok := got.(float64)
		require.True(t, ok, path)
		require.InDelta(t, w, g, 0.005*math.Max(math.Abs(w), 0.01), path)
	default:
		require.Equal(t, want, got, path)
	}
}

// The example that the contract gives for each question is answered as its
// example says.
func TestExamplesOfTheContractAreTrue(t *testing.T) {
	d := newDesk(t)
	spec, err := GetSpec()
	require.NoError(t, err)
	found := 0
	for path, item := range spec.Paths.Map() {
		if !strings.HasPrefix(path, "/api/v1/reckon/") {
			continue
		}
		found++
		question := item.Post.RequestBody.Value.Content["application/json"].Example
		answer := item.Post.Responses.Status(200).Value.Content["application/json"].Example
		require.NotNil(t, question, path)
		var got any
		d.ask("POST", path, question, 200, &got)
		near(t, answer, got, path)
	}
	require.Equal(t, 8, found)
}

func (d *desk) reckon(name string, question string) (out map[string]any) {
	d.ask("POST", "/api/v1/reckon/"+name, json.RawMessage(question), 200, &out)
	return out
}

// The figures of the handbook, asked over HTTP; sources stand beside them in
// the core's own tests.
func TestReckonersGiveTheHandbooksFigures(t *testing.T) {
	d := newDesk(t)
	race := d.reckon("race", `{"targetA":10,"targetB":5,"pointChance":0.5}`)
	require.InDelta(t, 0.0898, race["chanceA"], 0.00005)
	race = d.reckon("race", `{"targetA":5,"targetB":5,"pointChance":0.6}`)
	require.InDelta(t, 7.354, race["meanPoints"], 0.0005)
	race = d.reckon("race", `{"targetA":11,"targetB":11,"pointChance":0.55,"winBy":2}`)
	require.InDelta(t, 0.6868, race["chanceA"], 0.00005)
	run := d.reckon("footwork", `{"distance":3,"maxSpeed":6,"timeConstant":0.9,"reaction":0,"reach":0,"available":2}`)
	require.InDelta(t, 1.1489, run["needed"], 0.00005)
	sigma := d.reckon("sigma", `{"radius":1.37,"balls":20,"hits":13}`)
	require.InDelta(t, 0.945, sigma["sigma"], 0.001)
	fall := d.reckon("flight", `{"ball":"shuttle","from":{"x":0,"y":-3,"z":6.0325},"launch":{"speed":0,"elevationDeg":0,"headingDeg":0}}`)
	require.InDelta(t, 1.3563, fall["bounce"].(map[string]any)["time"], 0.00005)

	// A launch answered by one question, asked for by the other, comes back.
	there := d.reckon("flight", `{"ball":"tennis","from":{"x":1,"y":-11,"z":1},"spin":{"topRpm":1500},"launch":{"speed":28,"elevationDeg":8,"headingDeg":-4}}`)
	b := there["bounce"].(map[string]any)
	back := d.reckon("flight", fmt.Sprintf(`{"ball":"tennis","from":{"x":1,"y":-11,"z":1},"spin":{"topRpm":1500},"to":{"x":%v,"y":%v},"time":%v}`, b["x"], b["y"], b["time"]))
	require.Equal(t, true, back["feasible"])
	require.InDelta(t, 28, back["launch"].(map[string]any)["speed"], 0.02)
	require.InDelta(t, there["netHeight"].(float64), back["netHeight"], 0.002)
	slow := d.reckon("flight", `{"ball":"tennis","from":{"x":0,"y":-11,"z":1},"to":{"x":0,"y":10},"speed":10}`)
	require.Equal(t, false, slow["feasible"])
	require.NotEmpty(t, slow["reason"])
	require.Greater(t, slow["nearest"], 10.0)
}

func TestReckonersRefuseWhatCannotBe(t *testing.T) {
	d := newDesk(t)
	for _, c := range []struct{ name, question, field string }{
		{"target", `{"court":"tennis","area":"singles","aim":{"x":9,"y":9},"radius":1,"spread":{"across":1,"along":1}}`, "aim"},
		{"target", `{"court":"tennis","area":"singles","aim":{"x":2,"y":9},"radius":1,"spread":{"across":0,"along":1}}`, "spread.across"},
		{"flight", `{"ball":"tennis","from":{"x":0,"y":-9,"z":1}}`, "to"},
		{"flight", `{"ball":"tennis","from":{"x":0,"y":-9,"z":1},"to":{"x":0,"y":9},"speed":20,"time":1}`, "to"},
		{"flight", `{"ball":"moon","from":{"x":0,"y":-9,"z":1},"to":{"x":0,"y":9},"speed":20}`, "ball"},
		{"flight", `{"ball":"tennis","from":{"x":0,"y":-9,"z":1},"to":{"x":0,"y":9},"speed":900}`, "speed"},
		{"footwork", `{"distance":-1,"maxSpeed":6,"timeConstant":0.9,"reaction":0,"reach":0,"available":2}`, "distance"},
		{"race", `{"targetA":10,"targetB":5,"pointChance":1}`, "pointChance"},
		{"race", `{"targetA":10,"targetB":5,"pointChance":0.5,"winBy":2}`, "winBy"},
		{"handicap", `{"pointChance":0.5,"longestTarget":0}`, "longestTarget"},
		{"sigma", `{"radius":1,"balls":3,"hits":4}`, "hits"},
		{"rotation", `{"kind":"doubles","players":3}`, "players"},
		{"rotation", `{"kind":"doubles","players":21}`, "players"},
	} {
		w := d.raw("POST", "/api/v1/reckon/"+c.name, []byte(c.question))
		require.Contains(t, []int{400, 422}, w.Code, c.question)
		var p Problem
		require.NoError(t, json.Unmarshal(w.Body.Bytes(), &p))
		require.Equal(t, c.field, (*p.Errors)[0].Field, c.question)
	}
}

// Whatever a ball is asked to do, there is an answer.
func FuzzReckonFlight(f *testing.F) {
	d := newDesk(f)
	f.Add(0.0, -11.0, 1.0, 0.0, 10.0, 1200.0, 0.0, uint8(0), 27.0, uint8(0))
	f.Add(0.0, -1.0, 0.0, 0.0, 12.0, -9000.0, 9000.0, uint8(1), 15.0, uint8(7))
	f.Add(4.0, -12.0, 3.0, -4.0, -12.0, 0.0, 0.0, uint8(2), 0.02, uint8(5))
	f.Fuzz(func(t *testing.T, x, y, z, tx, ty, top, side float64, by uint8, want float64, ball uint8) {
		names := []string{"tennis", "tennisGreen", "tennisOrange", "tennisRed", "tableTennis", "squash", "pickleball", "shuttle"}
		q, err := json.Marshal(map[string]any{"ball": names[int(ball)%len(names)], "from": map[string]any{"x": x, "y": y, "z": z}, "to": map[string]any{"x": tx, "y": ty},
			"spin": map[string]any{"topRpm": top, "sideRpm": side}, []string{"speed", "clearance", "time", "apex"}[by%4]: want})
		if err != nil {
			return // not a number cannot be written as JSON
		}
		w := d.raw("POST", "/api/v1/reckon/flight", q)
		require.Less(t, w.Code, 500, string(q))
		require.True(t, json.Valid(w.Body.Bytes()))
	})
}

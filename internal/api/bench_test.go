package api

import "testing"

// The questions that take longest of those the contract allows; none may take a
// second.
func BenchmarkWorstQuestions(b *testing.B) {
	d := newDesk(b)
	for name, q := range map[string][2]string{
		"goal": {"goal", `{"kind":"bestRally","count":1000,"successRate":0.9999,"secondsPerBall":0.5,` +
			`"minutes":480,"curve":true,"basket":10,"pickUpMinutes":1}`},
		"team": {"goal", `{"kind":"teamTotal","count":1000,"rates":[0.16,0.15],"secondsPerBall":0.5,` +
			`"minutes":480,"curve":true}`},
		"target": {"target", `{"court":"squash","area":"singles","aim":{"x":3,"y":-9},"from":{"x":0,` +
			`"y":-5},"radius":15,"spread":{"across":20,"along":20},"penalty":10,"band":[0.01,0.05],` +
			`"cloud":500,"shape":{"kind":"gate","y":-4.9,"left":-1,"right":1}}`},
		"tempo": {"tempo", `{"court":"tennis","ballsPerMinute":300,"clearance":8,"topRpm":-5000,` +
			`"altitude":6000,"temperature":55}`},
		"rotation": {"rotation", `{"kind":"doubles","players":19}`},
		"game": {"game", `{"rules":{"to":100,"winBy":2,"feedChangesEvery":50,"secondsPerPoint":10,` +
			`"set":{"rallies":15,"points":1,"sweep":0},"net":"winner","onlyNetScores":true,` +
			`"marks":[{"id":"a","worth":10},{"id":"b","worth":2},{"id":"c","times":2},{"id":"d",` +
			`"bonus":1},{"id":"e","times":3},{"id":"f","bonus":2}]},"pointChance":0.5,` +
			`"feederEdge":0.1,"marks":{"a":0.1,"b":0.1,"c":0.1,"d":0.1,"e":0.1,"f":0.1}}`},
	} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				if w := d.raw("POST", "/api/v1/reckon/"+q[0], []byte(q[1])); w.Code != 200 {
					b.Fatal(w.Body.String())
				}
			}
		})
	}
}

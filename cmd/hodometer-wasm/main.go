//go:build js && wasm

// Command hodometer-wasm is the core for the browser: a run on a device without a signal
// is folded, called, fitted and counted by the rules that the server uses.
//
// It sets the global `hodometer`, whose functions take and give JSON. A run is taken up
// by open, which answers with a number that stands for it.
package main

import (
	"encoding/json"
	"syscall/js"

	"hodometer/core/caller"
	"hodometer/core/lesson"
	"hodometer/core/run"
)

// held are the runs that are open on this page.
var held = map[int]*following{}

type following struct {
	lesson *lesson.Lesson
	live   *run.Live
}

// answer is what a function gives: its value as JSON, or {"error": "…"}.
func answer(v any, err error) any {
	if err != nil {
		v = map[string]string{"error": err.Error()}
	}
	text, err := json.Marshal(v)
	if err != nil {
		return `{"error":"this cannot be said in JSON"}`
	}
	return string(text)
}

// open takes the lesson and the events so far, and gives the number of the run.
func open(args []js.Value) any {
	l := &lesson.Lesson{}
	if err := json.Unmarshal([]byte(args[0].String()), l); err != nil {
		return answer(nil, err)
	}
	f := &following{lesson: l, live: run.Follow(l, nil)}
	if _, err := f.add(args[1].String()); err != nil {
		return answer(nil, err)
	}
	id := len(held) + 1
	for held[id] != nil {
		id++
	}
	held[id] = f
	return answer(id, nil)
}

// add takes up those of some events that are valid, and says how many were not.
func (f *following) add(text string) (wrong int, err error) {
	var events []run.Event
	if err := json.Unmarshal([]byte(text), &events); err != nil {
		return 0, err
	}
	valid := events[:0]
	for _, e := range events {
		if len(e.Validate(f.lesson)) > 0 {
			wrong++
			continue
		}
		valid = append(valid, e)
	}
	f.live.Add(valid...)
	return wrong, nil
}

// of is a function of a run that is open.
func of(do func(f *following, args []js.Value) any) js.Func {
	return js.FuncOf(func(_ js.Value, args []js.Value) any {
		f := held[args[0].Int()]
		if f == nil {
			return `{"error":"this run is not open"}`
		}
		return do(f, args[1:])
	})
}

func main() {
	js.Global().Set("hodometer", map[string]any{
		"open": js.FuncOf(func(_ js.Value, args []js.Value) any { return open(args) }),
		"add": of(func(f *following, args []js.Value) any {
			if _, err := f.add(args[0].String()); err != nil {
				return answer(nil, err)
			}
			return answer(f.live.State(), nil)
		}),
		// state, and with the device's time what the bells have done by then.
		"state": of(func(f *following, args []js.Value) any {
			if len(args) > 0 && args[0].Type() == js.TypeNumber {
				return answer(f.live.StateAt(int64(args[0].Float())), nil)
			}
			return answer(f.live.State(), nil)
		}),
		"refit": of(func(f *following, args []js.Value) any {
			return answer(f.live.State().Refit(f.lesson, int64(args[0].Float()), int64(args[1].Float())), nil)
		}),
		"kinds": js.FuncOf(func(js.Value, []js.Value) any { return answer(caller.Kinds, nil) }),
		"calls": js.FuncOf(func(_ js.Value, args []js.Value) any {
			var a caller.Ask
			if err := json.Unmarshal([]byte(args[0].String()), &a); err != nil {
				return answer(nil, err)
			}
			if p := a.Validate(); len(p) > 0 {
				return answer(nil, p)
			}
			return answer(a.Calls(), nil)
		}),
		"close": js.FuncOf(func(_ js.Value, args []js.Value) any {
			delete(held, args[0].Int())
			return nil
		}),
	})
	select {}
}

package drill

import (
	"encoding/json"
	"fmt"
	"hash/fnv"
	"math"
	"strconv"
	"strings"

	"hodometer/core/court"
	"hodometer/core/flight"
	"hodometer/core/goal"
	"hodometer/core/pattern"
)

// Read reads a drill document of any version, so that files from before stay
// readable. It comes out as one of this version.
func Read(data []byte) (d Drill, err error) {
	var head struct {
		Format  string `json:"format"`
		Version int    `json:"version"`
	}
	if err := json.Unmarshal(data, &head); err != nil {
		return d, err
	}
	switch {
	case head.Format == Format && head.Version == 1:
		var old first
		err = json.Unmarshal(data, &old)
		return old.drill(), err
	case head.Format == Format && head.Version == 2:
		old := struct { // as the third, but for words where there are ids
			*bare
			Stages []Stage  `json:"steps"`
			Kit    []string `json:"kit"`
		}{bare: (*bare)(&d)}
		err = json.Unmarshal(data, &old)
		d.Version, d.Stages = Version, old.Stages
		d.fromWords(d.Situation, old.Kit)
		return d, err
	}
	return d, json.Unmarshal(data, &d)
}

// bare is a drill without its methods.
type bare Drill

// UnmarshalJSON reads a drill of this version, of the fourth, and of the third, which
// called its stages steps: lessons and runs that are kept hold those.
func (d *Drill) UnmarshalJSON(data []byte) error {
	in := struct {
		*bare
		Steps []Stage `json:"steps"`
	}{bare: (*bare)(d)}
	if err := json.Unmarshal(data, &in); err != nil {
		return err
	}
	if d.Format == Format {
		switch d.Version {
		case 3:
			d.Version, d.Stages = Version, in.Steps
		case 4: // turns ended by balls, and the arrangement had all the roles
			d.Version = Version
		}
	}
	return nil
}

// fromWords sets the ids of what versions before the third wrote as words.
func (d *Drill) fromWords(situation string, kit []string) {
	d.Situation, d.SituationName = SituationOf(situation)
	d.Kit = []Item{}
	for _, words := range kit {
		d.Kit = append(d.Kit, itemOf(words))
	}
}

// SituationOf finds the situation that documents before the third version wrote
// as words: its id, and its name where it is a coach's own. The same words give
// the same id.
func SituationOf(words string) (id, name string) {
	for _, t := range Situations {
		if t.Label == words {
			return t.ID, ""
		}
	}
	if id, ok := keptSituations[words]; ok {
		return id, ""
	}
	return OwnID(words), words
}

// OwnID is the id of what had only a name before there were ids.
func OwnID(name string) string {
	h := fnv.New64a()
	h.Write([]byte(name))
	return fmt.Sprintf("%s%016x", OwnPrefix, h.Sum64())
}

// itemOf reads a line of kit as it was written before the third version: "6
// flat markers", "8 balls each".
func itemOf(line string) Item {
	words, each := strings.CutSuffix(line, " each")
	item := Item{Each: each}
	if number, rest, ok := strings.Cut(words, " "); ok {
		if n, err := strconv.Atoi(number); err == nil && n > 0 && n <= 2000 {
			item.Count, words = n, rest
		}
	}
	for _, t := range Things {
		if words == t.One || words == t.Many {
			item.ID = t.ID
			return item
		}
	}
	if id, ok := keptThings[words]; ok {
		item.ID = id
		return item
	}
	return Item{ID: OwnItem, Words: line}
}

// SkillFrom finds the skill that results before there were ids were kept under:
// "Forehand cross-court, short ball".
func SkillFrom(words string) (Skill, bool) {
	for _, stroke := range pattern.Strokes {
		for _, direction := range Directions {
			s, d := pattern.Stroke(stroke.ID), Direction(direction.ID)
			if situation, ok := strings.CutPrefix(words, keptWords(s, d)+", "); ok {
				id, _ := SituationOf(situation)
				return SkillOf(s, d, id), true
			}
		}
	}
	return "", false
}

// first is a drill of version 1: one ball from one place, one circle at both
// sides, and a tempo of its own.
type first struct {
	Title, Intent, Situation, Court string
	Area                            court.Area
	Feed                            struct {
		By           string
		From, Bounce court.Point
	}
	Hit    court.Point
	Target struct {
		Centre court.Point
		Radius float64
	}
	Stages    []Stage `json:"steps"`
	Tempo     goal.Tempo
	TurnBalls int
	Cues      []string
	Cautions  []string
	Kit       []string
}

func (o first) drill() Drill {
	stroke := pattern.Forehand
	if len(o.Stages) > 0 && o.Feed.Bounce.X >= 0 {
		stroke = o.Stages[0].Stroke
	}
	base := court.Point{Y: o.Hit.Y}
	if c, err := court.ByID(o.Court); err == nil {
		base.Y = -c.HalfLength * 1.02
	}
	out := Drill{
		Format:  Format,
		Version: Version,
		Title:   o.Title,
		Intent:  o.Intent,
		Focus:   "shortBall",
		Level:   "club",
		Players: Span{1, 2, 6},
		Minutes: Span{10, 20, 45},
		Hitters: 1,
		Pattern: pattern.Pattern{
			Court: o.Court,
			Area:  o.Area,
			Hand:  court.RightHand,
			Start: base,
			Base:  base,
			Feeds: []pattern.Feed{
				{
					How:    pattern.ByHand,
					From:   pattern.Place{X: o.Feed.From.X, Y: o.Feed.From.Y, Z: 1},
					To:     o.Feed.Bounce,
					By:     flight.ByApex,
					Want:   1.2,
					Meet:   pattern.Falling,
					Height: 0.7,
					Stroke: stroke,
					Aim: &court.Point{
						X: -math.Abs(o.Target.Centre.X),
						Y: o.Target.Centre.Y,
					},
					Gap: o.Tempo.SecondsPerBall,
				},
			},
			People:  []pattern.Person{{Role: "feeder", At: o.Feed.From}},
			Objects: []pattern.Object{},
		},
		Targets:   []Target{{Kind: Circle, At: o.Target.Centre, Radius: o.Target.Radius, Both: true}},
		Stages:    o.Stages,
		Basket:    o.Tempo.Basket,
		PickUp:    o.Tempo.PickUpMinutes,
		TurnBalls: o.TurnBalls,
		After:     "swap",
		Cues:      o.Cues,
		Cautions:  o.Cautions,
	}
	out.fromWords(o.Situation, o.Kit)
	return out
}

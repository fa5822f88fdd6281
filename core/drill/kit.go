package drill

import (
	"fmt"
	"slices"

	"hodometer/core/units"
)

// Item is a thing to bring: which, how many (0: not counted), for each student
// or in all. Words name one that the vocabulary does not have (id OwnItem).
type Item struct {
	ID    string `json:"id"`
	Count int    `json:"count,omitempty"`
	Each  bool   `json:"each,omitempty"`
	Words string `json:"words,omitempty"`
}

// OwnItem is the id of a thing in the coach's own words.
const OwnItem = "own"

// Thing is a kind of kit. Needs is the equipment, one of Equipment, without
// which it is not there; "": every court has it.
type Thing struct {
	ID    string `json:"id"`
	One   string `json:"one"`
	Many  string `json:"many"`
	Needs string `json:"needs,omitempty"`
}

// Things there are to bring.
var Things = []Thing{
	{"basket", "basket of balls", "baskets of balls", ""},
	{"balls", "ball", "balls", ""},
	{"shuttles", "shuttle", "shuttles", ""},
	{"flatMarkers", "flat marker", "flat markers", "markers"},
	{"markers", "marker", "markers", "markers"},
	{"cones", "cone", "cones", ""},
	{"machine", "ball machine", "ball machines", "machine"},
	{"obstacles", "soft obstacle", "soft obstacles", "obstacles"},
	{"band", "resistance band with belt", "resistance bands with belts", "bands"},
	{"medicineBall", "medicine ball, 1–2 kg", "medicine balls, 1–2 kg", "medicineBall"},
	{"emptyBasket", "empty basket", "empty baskets", ""},
	{"tube", "tube or hopper for each collector", "tubes or hoppers", ""},
	{"pole", "soft pole or rope", "soft poles or ropes", ""},
	{"eyewear", "protective eyewear where the rule asks for it", "pieces of protective eyewear", ""},
	{"stopwatch", "stopwatch", "stopwatches", ""},
	{"racket", "racket", "rackets", ""},
	{"tape", "measuring tape", "measuring tapes", ""},
}

// Equipment is what not every coach has.
var Equipment = []units.Term{
	{ID: "markers", Label: "markers"},
	{ID: "obstacles", Label: "obstacles"},
	{ID: "machine", Label: "ball machine"},
	{ID: "bands", Label: "bands"},
	{ID: "medicineBall", Label: "medicine ball"},
}

func thing(id string) (Thing, bool) {
	i := slices.IndexFunc(Things, func(t Thing) bool { return t.ID == id })
	if i < 0 {
		return Thing{}, false
	}
	return Things[i], true
}

// Needs is the equipment without which the thing is not there; "" for none.
func (i Item) Needs() string {
	t, _ := thing(i.ID)
	return t.Needs
}

// String is the thing as a coach lists it: "6 flat markers", "8 balls each".
func (i Item) String() string {
	t, ok := thing(i.ID)
	if !ok {
		return i.Words
	}
	words := t.One
	if i.Count > 1 {
		words = t.Many
	}
	if i.Count > 0 {
		words = fmt.Sprintf("%d %s", i.Count, words)
	}
	if i.Each {
		words += " each"
	}
	return words
}

func (i Item) validate() (p units.Problems) {
	if _, ok := thing(i.ID); !ok && i.ID != OwnItem {
		p.Add(
			"id",
			fmt.Sprintf(
				"unknown item %q; use %q with a name for your own item",
				i.ID,
				OwnItem,
			),
		)
	}
	if i.ID == OwnItem {
		p.Named("words", i.Words, "your own item needs a name")
	}
	if i.Count < 0 || i.Count > 2000 {
		p.Add("count", fmt.Sprintf("number of an item: 0 to 2000, got %d", i.Count))
	}
	return p
}

// Brings says whether the drill asks for that thing.
func (d *Drill) Brings(id string) bool {
	return slices.ContainsFunc(d.Kit, func(i Item) bool { return i.ID == id })
}

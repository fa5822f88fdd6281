package drill

import (
	"hodometer/core/pattern"
)

// The words below are keys: documents before the third version and results of
// stages without a name are kept under them. A label may change, these may not.
var (
	keptStrokes = map[pattern.Stroke]string{
		pattern.Forehand: "Forehand",
		pattern.Backhand: "Backhand",
		pattern.Volley:   "Volley",
		pattern.Overhead: "Overhead",
		pattern.Serve:    "Serve",
		pattern.Either:   "Any stroke",
	}
	keptDirections = map[Direction]string{
		CrossCourt: " cross-court",
		Straight:   " straight",
		Middle:     " to the middle",
		Anywhere:   "",
	}
	// keptSituations are the words of situations whose label is another by now.
	keptSituations = map[string]string{
		"ladder of feeds":         "ladderOfFeeds",
		"crosscourt and straight": "crosscourtAndStraight",
		"soft exchange":           "softExchange",
	}
	// keptThings are the words of things to bring whose name is another by now.
	keptThings = map[string]string{
		"feeding machine":  "machine",
		"feeding machines": "machine",
	}
	// keptCautions are the texts of cautions that lessons of the first version hold
	// as seen, by their ids, where the text is another by now.
	keptCautions = map[string]string{
		"One hitting lane per hitter; no ball is fed until whoever collects is clear.":            "oneLane",
		"Swing room in the line: whoever waits stands behind the baseline and outside the swing.": "swingRoom",
		"Medicine ball: light for the young; stop when the form goes.":                            "medicineBall",
		"Serving and overheads add up for juniors: show the count, and follow the federation’s or " +
			"clinician’s limits.": "overheadVolume",
	}
)

// keptWords are the stroke and direction that a stage without a name is kept under.
func keptWords(stroke pattern.Stroke, direction Direction) string {
	return keptStrokes[stroke] + keptDirections[direction]
}

// CautionOf returns the id of the caution that a lesson of the first version holds by
// its text: one of the drill's own cautions, or one that reads otherwise by now.
func (d *Drill) CautionOf(text string) string {
	if d != nil {
		for _, c := range d.AllCautions() {
			if c.Text == text || keptCautions[text] == c.ID {
				return c.ID
			}
		}
	}
	return OwnID(text)
}

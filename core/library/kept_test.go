package library

import (
	_ "embed"
	"fmt"
	"regexp"
	"strings"
	"testing"

	"hodometer/core/units"

	"github.com/stretchr/testify/require"
)

// The keys under which results of the built-in drills are kept in clubs' files.
//
//go:embed testdata/keys.txt
var kept string

// A reworded label leaves a student's history where it is: every key that a
// drill of an earlier version had, it still has. Drills may be added to the file.
func TestNewWordsKeepHistories(t *testing.T) {
	now := map[string]bool{}
	for _, d := range All() {
		for _, s := range d.Stages {
			now[fmt.Sprintf("%s %v", d.ID, d.Series(s))] = true
		}
	}
	for line := range strings.Lines(kept) {
		require.True(t, now[strings.TrimSpace(line)], "history without a stage: %s", line)
	}
}

// Whatever is said of a drill is said in the coach's units, however badly the
// drill is bent: fed twice as hard, from too low, to a lane that is too narrow.
func TestNoticesFollowTheUnits(t *testing.T) {
	metric := regexp.MustCompile(`\d (m|cm|km/h)\b`)
	imperial := regexp.MustCompile(`\d (ft|in|mph)\b`)
	measured := 0
	for _, e := range All() {
		for bent := range 3 {
			d := e.Clone()
			for i := range d.Pattern.Feeds {
				f := &d.Pattern.Feeds[i]
				switch bent {
				case 0:
					f.Want *= 2
				case 1:
					f.Gap, f.To.X = f.Gap/2, -3*f.To.X
				case 2:
					f.From.Z, f.To.Y = 0.05, f.To.Y/4
				}
			}
			plan, err := d.Pattern.Play(mover(t, &d), d.TurnBalls, false)
			if err != nil {
				continue
			}
			for _, n := range d.Notices(&flights, mover(t, &d), plan, nil, true, units.Imperial) {
				said := n.Text
				for _, f := range n.Fixes {
					said += " · " + f.Label + " · " + f.Outcome
				}
				require.NotRegexp(t, metric, said, e.ID)
				if imperial.MatchString(said) {
					measured++
				}
			}
			for _, n := range d.Notices(&flights, mover(t, &d), plan, nil, true, units.Metric) {
				require.NotRegexp(t, imperial, n.Text, e.ID)
			}
		}
	}
	require.Greater(t, measured, 50, "sentences with a length or a speed")
}

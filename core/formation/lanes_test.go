package formation_test

import (
	"testing"

	"hodometer/core/court"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/pattern"

	"github.com/stretchr/testify/require"
)

// One hitting line to a lane: whatever is offered to six on one court, no more hit over the net
// at once than there are lanes whose balls do not cross, or than the drill is drawn for.
func TestOneLineToALane(t *testing.T) {
	judged := 0
	for _, d := range library.All() {
		c, err := d.Court()
		require.NoError(t, err)
		lo, hi, over := 99.0, -99.0, false
		note := func(p court.Point) { lo, hi = min(lo, p.X), max(hi, p.X) }
		for _, f := range d.Pattern.Feeds {
			note(f.To)
			if f.Aim != nil {
				note(*f.Aim)
			}
			over = over || f.How != pattern.Self && f.How != pattern.Shadow
		}
		if !over || len(d.Roles) > 0 {
			continue
		}
		judged++
		lanes := 1
		if hi-lo <= 0.4*2*c.HalfWidth[d.Pattern.Area] {
			lanes = 2
		}
		most := lanes
		if d.Rallied() {
			most = lanes * d.Hitters
		}
		b := lesson.ForDrill(&d)
		group := formation.Group{Size: 6}
		for _, o := range group.Offers(&lesson.Lesson{}, &b) {
			require.LessOrEqual(
				t,
				o.Fix.Blocks[0].Drill.Hitters,
				max(most, d.Hitters),
				"%s: %s",
				d.ID,
				o.Fix.Label,
			)
		}
	}
	require.Greater(t, judged, 100)
}

package drill

import (
	"testing"

	"hodometer/core/court"

	"github.com/stretchr/testify/require"
)

// Whatever is put on a drill of any court leaves a drill that holds, and nobody is put on
// anybody: a second feeder stands beside the first.
func TestWhatIsPutDownHolds(t *testing.T) {
	for _, c := range court.All() {
		blank := Blank(&c)
		for _, one := range blank.Edits().Put.Targets {
			d := blank.Clone()
			d.Targets = append(d.Targets, one)
			require.Empty(t, d.Validate(), "%s: %s", c.ID, one.Kind)
		}
		for role := range blank.Edits().Put.People {
			d := blank.Clone()
			for range 3 {
				d.Pattern.People = append(d.Pattern.People, d.Edits().Put.People[role])
			}
			require.Empty(t, d.Validate(), "%s: %s", c.ID, role)
			for i, a := range d.Pattern.People {
				for _, b := range d.Pattern.People[:i] {
					require.Greater(t, a.At.Distance(b.At), 0.1*c.Half(court.Doubles), "%s: %s", c.ID, role)
				}
			}
		}
		for _, one := range blank.Edits().Put.Objects {
			d := blank.Clone()
			d.Pattern.Objects = append(d.Pattern.Objects, one)
			require.Empty(t, d.Validate(), "%s: %s", c.ID, one.Kind)
		}
	}
}

package drill_test

import (
	"testing"

	"hodometer/core/goal"
	"hodometer/core/internal/sample"

	"github.com/stretchr/testify/require"
)

// The name of a copy says what was edited: nothing of a plain copy, and each change as a coach
// says it.
func TestACopySaysWhatWasEdited(t *testing.T) {
	from := sample.Drill(t, "short-ball-corners")
	require.Empty(t, from.Edited(from))

	d := from.Mirror()
	require.Equal(t, "other side", d.Edited(from))
	d = from.Clone()
	d.Targets[0] = d.Targets[0].Scale(1.3)
	d.Stages = d.Stages[:1]
	d.Stages[0].Goal = goal.Goal{Kind: goal.InARow, Count: 7}
	require.Equal(t, "larger target, 7 in a row", d.Edited(from))
	d = from.Clone()
	d.Pattern = d.Pattern.Tempo(1.3)
	require.Equal(t, "slower", d.Edited(from))
	d = from.Clone()
	d.Pattern.Feeds = append(d.Pattern.Feeds, d.Pattern.Feeds[0])
	require.Equal(t, "more balls", d.Edited(from))
	d = from.Clone()
	d.Pattern.Feeds[0].To.X -= 0.6
	require.Equal(t, "balls moved", d.Edited(from))
	d = from.Clone()
	d.Cues = d.Cues[:2]
	require.Equal(t, "other words", d.Edited(from))
	require.Empty(t, from.Edited(from), "the drill it came from is as it was")
}

package plan

import (
	"testing"

	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/progress"

	"github.com/stretchr/testify/require"
)

// Where most of the marked misses went to one place a plan says so and offers the cue against
// it, to that student alone; what is told already is not told again, and a few misses or misses
// all over the court say nothing.
func TestMissesGetTheirCue(t *testing.T) {
	d, err := library.ByID("short-ball-corners")
	require.NoError(t, err)
	b := lesson.ForDrill(d)
	b.ID = "block"
	asked := func(sessions ...progress.Misses) []Notice {
		key := d.Series(d.Stages[0])
		series := &progress.Series{Key: key}
		for _, m := range sessions {
			series.Marks = append(series.Marks, progress.Mark{Misses: m})
		}
		q := &question{students: []Student{
			{ID: "o", Name: "Otto", Series: map[progress.Key]*progress.Series{key: series}},
			{ID: "p", Name: "Pip"},
		}}
		return q.misses(&b)
	}
	said := asked(progress.Misses{"net": 3, "long": 1}, nil, progress.Misses{"net": 4, "wide": 1})
	require.Len(t, said, 1)
	require.Equal(t, "Otto: 7 of 9 marked misses went into the net.", said[0].Text)
	fit := said[0].Fixes[0].Blocks[0]
	require.Equal(t, "Higher over the net", fit.Variant("o").Cue)
	require.Empty(t, fit.Variant("p").Cue)
	require.Empty(t, asked(progress.Misses{"net": 4}), "a few")
	require.Empty(t, asked(progress.Misses{"net": 4, "long": 4, "wide": 3}), "all over")
	require.Empty(t, asked(
		progress.Misses{
			"net": 9,
		},
		progress.Misses{"long": 2},
		progress.Misses{"wide": 2},
		progress.Misses{"short": 2},
	), "long ago")
	require.Contains(t, asked(progress.Misses{"long": 6})[0].Text, "6 of 6 marked misses went long")
	b = fit
	require.Empty(t, asked(progress.Misses{"net": 9}), "it is said already")
}

package draft_test

import (
	"slices"
	"testing"

	"hodometer/core/draft"
	"hodometer/core/drill"
	"hodometer/core/internal/sample"
	"hodometer/core/lesson"

	"github.com/stretchr/testify/require"
)

// A drill of the club's own is weighed with those that ship: one that suits the
// brief best stands in a draft, under its id.
func TestOwnDrillsAreDrafted(t *testing.T) {
	students, _ := sample.Group(4, 0)
	brief := draft.Brief{
		Students: students, Date: "2026-05-17", Start: "17:00", Minutes: 60, Court: "tennis", Aim: "volley",
	}
	holds := func(brief draft.Brief, id string) bool {
		return slices.ContainsFunc(drafts(t, brief), func(d draft.Draft) bool {
			return slices.ContainsFunc(d.Lesson.Blocks, func(b lesson.Block) bool {
				return b.Drill != nil && b.Drill.ID == id
			})
		})
	}
	const id = "0192aaaa-0000-7000-8000-0000000000aa"
	own := *sample.Drill(t, "line-deep-short-deep")
	own.ID, own.Title, own.Focus = id, "Our own ladder", "volley"
	own.Players = drill.Span{Least: 2, Best: 4, Most: 6}
	require.False(t, holds(brief, id))
	brief.Own = []drill.Drill{own}
	require.True(t, holds(brief, id))
}

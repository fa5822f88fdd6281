package plan

import (
	"hodometer/core/drill"
	"hodometer/core/formation"
	"hodometer/core/lesson"
	"hodometer/core/rehearse"
)

// outlook is what the block's drill comes to from minute at of the lesson, each student
// with what is their own: read off many plays of it.
func (q *question) outlook(b *lesson.Block, parts []formation.Sharing, at float64) drill.Outlook {
	out := q.whole(b).Outlook()
	out.Players = make([]drill.PlayerOutlook, len(q.students))
	who := make([]drill.Player, len(q.students))
	for i := range q.students {
		d := b.DrillFor(q.students[i].ID)
		who[i] = q.students[i].PlayerOf(d)
		out.Players[i] = q.turns(d, parts[i]).Sketch(who[i])
	}
	q.stage(b, parts, at, who).Rehearse(q.ctx, q.plays()).Fill(&out, b.Drill, float64(b.Minutes))
	return out
}

// chances are how likely each student is to finish the block, at least one of them.
func (q *question) chances(b *lesson.Block, at float64) []float64 {
	return q.chancesIn(b, at, q.plays())
}

// few are the same chances off few plays, which do for a search.
func (q *question) few(b *lesson.Block, at float64) []float64 {
	return q.chancesIn(b, at, rehearse.Few)
}

func (q *question) chancesIn(b *lesson.Block, at float64, plays int) []float64 {
	return q.staged(b, at).Chances(q.ctx, plays)
}

// plays are how often a block is rehearsed.
func (q *question) plays() int {
	if q.quick {
		return rehearse.Few
	}
	return rehearse.Plays
}

// stage is the block with its players, ready to be rehearsed.
func (q *question) stage(
	b *lesson.Block,
	parts []formation.Sharing,
	at float64,
	who []drill.Player,
) rehearse.Block {
	out := rehearse.Block{
		Lesson: q.lesson, Block: b, From: at, Sources: formation.Sources(b, len(q.students)),
		Players: make([]rehearse.Player, len(who)), Ranks: &q.ranks,
	}
	for i, p := range who {
		d := b.DrillFor(q.students[i].ID)
		out.Players[i] = rehearse.Player{
			Beliefs: p.Beliefs, Curves: q.turns(d, parts[i]).Curves(p), Counted: q.students[i].counted(d),
		}
	}
	return out
}

// counted is what was counted of the student at each timed stage of a drill; nil where
// nothing was.
func (s *Student) counted(d *drill.Drill) (out []rehearse.Counted) {
	for j, stage := range d.Stages {
		known := s.Series[d.Series(stage)]
		if known == nil || !stage.Goal.Kind.Timed() {
			continue
		}
		if out == nil {
			out = make([]rehearse.Counted, len(d.Stages))
		}
		out[j] = rehearse.Counted{Value: known.Last().Value, Sessions: len(known.Marks)}
	}
	return out
}

// before is each student's chance to finish as it was before the latest session that
// counted any of the drill's skills: what it is now, less the difference in a few plays with
// the same dice.
func (q *question) before(
	b *lesson.Block,
	parts []formation.Sharing,
	at float64,
	now drill.Outlook,
) (out []Earlier) {
	who := make([]drill.Player, len(q.students))
	for i := range q.students {
		d := b.DrillFor(q.students[i].ID)
		who[i] = q.students[i].PlayerOf(d)
		if latest, ok := q.students[i].latest(d); ok {
			who[i] = q.students[i].before(d, latest)
			out = append(out, Earlier{Student: q.students[i].ID})
		}
	}
	if len(out) == 0 {
		return nil
	}
	chances := q.stage(b, parts, at, who).Chances(q.ctx, rehearse.Few)
	for i := range out {
		for j := range q.students {
			if p := &now.Players[j]; p.ID == out[i].Student && p.Finish != nil {
				out[i].Chance = min(1, max(0, p.Finish.Value+chances[j]-p.Few))
			}
		}
	}
	return out
}

package exchange

import (
	"bytes"
	"cmp"
	"encoding/csv"
	"fmt"
	"strings"
	"time"

	"hodometer/core/progress"
	"hodometer/internal/club/reports"
)

// WriteReport writes a report as a table of what, which and value, a line each. Only
// notes that are shared are in it.
func WriteReport(r reports.Report, where *time.Location) ([]byte, error) {
	rate := func(p *progress.Rate) string {
		if p == nil {
			return ""
		}
		return fmt.Sprintf("%.0f%% (%.0f to %.0f)", 100*p.Mean, 100*p.Low, 100*p.High)
	}
	day := func(at int64) string { return time.UnixMilli(at).In(where).Format(time.DateOnly) }
	lines := [][]string{
		{"what", "which", "value", "before"},
		{"student", r.Student.Name, "", ""},
		{"period", "", r.From, r.To},
		{"lessons", "attended", fmt.Sprint(r.Attended), ""},
		{"lessons", "missed", fmt.Sprint(r.Missed), ""},
		{"minutes", "", fmt.Sprintf("%.0f", r.Minutes), ""},
		{"balls", "counted", fmt.Sprint(r.Balls), ""},
		{"balls", "good", fmt.Sprint(r.Good), ""},
		{"metres", "distance run for the balls counted", fmt.Sprintf("%.0f", r.Metres), ""},
		{"repetitions", "", fmt.Sprint(r.Repetitions), ""},
	}
	for _, s := range r.Skills {
		lines = append(lines, []string{"skill", s.Label, rate(s.Is), rate(s.Was)})
	}
	for _, s := range r.Streaks {
		lines = append(lines, []string{"best", s.Title + ", " + s.Stage, s.Best, ""})
	}
	for _, c := range r.Choices {
		lines = append(lines, []string{"choices", c.Title + ", " + c.Stage, c.Said, ""})
		if c.First != "" {
			lines = append(
				lines,
				[]string{"right choices", c.Title + ", " + c.Stage, cmp.Or(c.Last, c.First), c.First},
			)
		}
	}
	for _, m := range r.Misses {
		lines = append(lines, []string{"missed", m.Where, fmt.Sprint(m.N), ""})
	}
	for _, g := range r.Rungs {
		lines = append(lines, []string{"rung", g.Ladder, fmt.Sprintf("%d of %d: %s", g.Place, g.Of, g.Rung),
			strings.Join(g.Moves, "; ")})
	}
	for _, g := range r.Games {
		lines = append(lines, []string{"game", g.Title + " against " + strings.Join(g.Against, " and "),
			fmt.Sprintf("%d to %d", g.Score[0], g.Score[1]), day(g.At)})
		for _, m := range g.Marks {
			lines = append(lines, []string{"in the game", g.Title, m, day(g.At)})
		}
	}
	if r.Engaged > 0 {
		lines = append(lines, []string{"engaged", "mean of 1 to 10", fmt.Sprintf("%.1f", r.Engaged), ""})
	}
	if r.Effort > 0 {
		lines = append(lines, []string{"effort", "mean of 1 to 10", fmt.Sprintf("%.1f", r.Effort), ""})
	}
	if r.Confident > 0 {
		lines = append(lines, []string{"confident", "mean of 1 to 10", fmt.Sprintf("%.1f", r.Confident), ""})
	}
	for _, d := range r.Home {
		lines = append(lines, []string{"home", d.Title, fmt.Sprint(d.Times), day(d.At)})
	}
	for _, n := range r.Notes {
		if n.Shared {
			lines = append(lines, []string{"note", day(n.At), n.Text, ""})
		}
	}
	var out bytes.Buffer
	for _, l := range lines {
		for i := range l {
			l[i] = guarded(l[i])
		}
	}
	err := csv.NewWriter(&out).WriteAll(lines)
	return out.Bytes(), err
}

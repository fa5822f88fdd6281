package exchange

import (
	"bytes"
	"encoding/csv"
	"fmt"
	"strings"
	"time"

	"hodometer/internal/club/evidence"
)

// WriteResults writes results as a table with a line of heads: one line for each stage
// of each student in each lesson, and one for each player of each game, with the days of that
// place.
func WriteResults(r evidence.Results, where *time.Location) ([]byte, error) {
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	lines := [][]string{
		{
			"day",
			"student",
			"lesson",
			"drill",
			"stage",
			"kind",
			"skill",
			"balls",
			"good",
			"best",
			"count",
			"goal",
			"met",
			"seconds",
			"set of",
			"tries",
			"times in s",
			"not yet",
			"nearly",
			"held",
			"against",
			"points",
			"points against",
			"rallies",
			"rallies against",
			"run",
			"edition",
		},
	}
	list := func(all []int, per float64) string {
		said := make([]string, len(all))
		for i, n := range all {
			said[i] = fmt.Sprintf("%g", float64(n)/per)
		}
		return strings.Join(said, " ")
	}
	for _, k := range r.Results {
		lines = append(lines, []string{
			k.Day,
			k.Name,
			k.Lesson,
			k.Title,
			k.Stage,
			k.Kind,
			k.Skill,
			fmt.Sprint(k.Balls),
			fmt.Sprint(k.Good),
			fmt.Sprint(
				k.Best,
			),
			fmt.Sprint(k.Count),
			fmt.Sprint(k.Goal),
			fmt.Sprint(k.Met),
			fmt.Sprint(k.Seconds),
			fmt.Sprint(
				k.SetOf,
			),
			list(k.Tries, 1),
			list(k.Times, 1000),
			fmt.Sprint(k.Held[0]),
			fmt.Sprint(k.Held[1]),
			fmt.Sprint(k.Held[2]),
			"",
			"",
			"",
			"",
			"",
			k.Run,
			k.Edition,
		})
	}
	for _, g := range r.Games {
		for side, who := range g.Sides {
			var others []string
			for _, o := range g.Sides[1-side] {
				others = append(others, o.Name)
			}
			for _, p := range who {
				line := make([]string, len(lines[0]))
				line[0], line[1], line[2], line[5] = time.UnixMilli(g.At).In(where).Format(time.DateOnly),
					p.Name, g.Title, "game"
				line[20] = strings.Join(others, " and ")
				line[21], line[22] = fmt.Sprint(g.Points[side]), fmt.Sprint(g.Points[1-side])
				line[23], line[24] = fmt.Sprint(g.Rallies[side]), fmt.Sprint(g.Rallies[1-side])
				line[25] = g.Run
				lines = append(lines, line)
			}
		}
	}
	for _, line := range lines {
		for i, cell := range line { // a cell that a spreadsheet would take for a formula
			if strings.IndexAny(cell, formula) == 0 {
				line[i] = "'" + cell
			}
		}
		if err := w.Write(line); err != nil {
			return nil, err
		}
	}
	w.Flush()
	return out.Bytes(), w.Error()
}

package exchange

import (
	"bytes"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"
	"unicode/utf8"

	"hodometer/core/court"
	"hodometer/core/units"
	"hodometer/internal/club/students"
)

// mostRows of a table of students are read.
const mostRows = 100_000

// heads are the columns of a table of students; any order, any of them, name at least.
var heads = []string{
	"name",
	"hand",
	"level",
	"age",
	"sports",
	"groups",
	"aims",
	"notes",
	"cautions",
	"speed m/s",
	"reach m",
	"id",
}

// others are what columns may be called besides.
var others = map[string]string{
	"student": "name", "player": "name", "full name": "name", "handed": "hand", "handedness": "hand",
	"group": "groups", "class": "groups", "sport": "sports", "aim": "aims", "goal": "aims", "goals": "aims",
	"note": "notes", "comment": "notes", "comments": "notes", "caution": "cautions", "speed": "speed m/s",
	"reach": "reach m", "age band": "age",
}

// ReadStudents reads a table of students: a line of heads, then one student a line.
// Commas, semicolons or tabs, with or without a byte-order mark, UTF-8 or Latin-1. A row
// that is wrong says why and is kept in its place; a file that is no table is refused.
func ReadStudents(file []byte) (out []students.StudentRow, err error) {
	text := decode(file)
	if strings.ContainsRune(text, 0) {
		return nil, refused("this is not a text file; save the table as CSV first")
	}
	r := csv.NewReader(strings.NewReader(text))
	r.Comma, r.FieldsPerRecord, r.LazyQuotes, r.TrimLeadingSpace = separator(text), -1, true, true
	head, err := r.Read()
	if errors.Is(err, io.EOF) {
		return nil, refused(
			"the file is empty; its first line names the columns: " + strings.Join(heads, ", "),
		)
	}
	if err != nil {
		return nil, refused("the first line cannot be read: " + err.Error())
	}
	column := map[string]int{}
	for i, h := range head {
		h = strings.ToLower(strings.TrimSpace(h))
		if as, ok := others[h]; ok {
			h = as
		}
		if _, twice := column[h]; !twice {
			column[h] = i
		}
	}
	if _, ok := column["name"]; !ok {
		return nil, refused(
			"the column name is missing; the first line names the columns: " + strings.Join(heads, ", "),
		)
	}
	for {
		record, err := r.Read()
		if errors.Is(err, io.EOF) {
			return out, nil
		}
		line, _ := r.FieldPos(0)
		if err != nil {
			return nil, refused(fmt.Sprintf("line %d cannot be read: a quote is not closed", line))
		}
		if len(out) == mostRows {
			return nil, refused(fmt.Sprintf("one file has at most %d students", mostRows))
		}
		if strings.TrimSpace(strings.Join(record, "")) == "" {
			continue
		}
		out = append(out, rowOf(line, func(name string) string {
			if i, ok := column[name]; ok && i < len(record) {
				return unguarded(strings.TrimSpace(record[i]))
			}
			return ""
		}))
	}
}

func refused(why string) error { return units.Problems{{Field: "file", Detail: why}} }

// decode gives text for bytes: without its mark, and from Latin-1 where it is not UTF-8.
func decode(file []byte) string {
	file = bytes.TrimPrefix(file, []byte("\xef\xbb\xbf"))
	if utf8.Valid(file) {
		return string(file)
	}
	out := make([]rune, len(file))
	for i, b := range file {
		out[i] = rune(b)
	}
	return string(out)
}

// separator is what the first line is cut by.
func separator(text string) rune {
	first, _, _ := strings.Cut(text, "\n")
	best, most := ',', 0
	for _, s := range ",;\t" {
		if n := strings.Count(first, string(s)); n > most {
			best, most = s, n
		}
	}
	return best
}

// rowOf reads one student off a row.
func rowOf(line int, get func(string) string) (row students.StudentRow) {
	row = students.StudentRow{Line: line, Known: map[string]bool{}}
	s := &row.Student
	wrong := func(format string, a ...any) {
		if row.Wrong == "" {
			row.Wrong = fmt.Sprintf(format, a...)
		}
	}
	said := func(name string) (string, bool) {
		v := get(name)
		row.Known[name] = v != ""
		return v, v != ""
	}
	s.ID, _ = said("id")
	s.Name, _ = said("name")
	s.Hand, s.Level = court.RightHand, units.Club
	if v, ok := said("hand"); ok {
		switch strings.ToLower(v) {
		case "l", "left", "left-handed":
			s.Hand = court.LeftHand
		case "r", "right", "right-handed":
		default:
			wrong("the hand is right or left, got %q", v)
		}
	}
	if v, ok := said("level"); ok {
		if s.Level = units.Level(strings.ToLower(v)); s.Level.Validate() != nil {
			wrong("the level is beginner, club or performance, got %q", v)
		}
	}
	if v, ok := said("age"); ok {
		if s.Age, ok = ageOf(v); !ok {
			wrong("the age is one of %s, or a number, got %q", ages(), v)
		}
	}
	s.Aims, _ = said("aims")
	s.Notes, _ = said("notes")
	for _, c := range parts(get("cautions")) {
		s.Cautions = append(s.Cautions, c)
		row.Known["cautions"] = true
	}
	for _, p := range parts(get("sports")) {
		sport, level, _ := strings.Cut(p, " ")
		in := students.Playing{Sport: sport, Level: units.Level(strings.ToLower(level))}
		if level == "" {
			in.Level = s.Level
		}
		s.Sports = append(s.Sports, in)
		row.Known["sports"] = true
	}
	row.Groups = parts(get("groups"))
	for name, into := range map[string]*float64{"speed m/s": &s.Speed, "reach m": &s.Reach} {
		if v, ok := said(name); ok {
			n, err := strconv.ParseFloat(strings.Replace(v, ",", ".", 1), 64)
			if *into = n; err != nil {
				wrong("%s is a number, got %q", name, v)
			}
		}
	}
	return row
}

// bar parts a list in a cell; one that belongs to a word has a backslash before it.
const bar = "|"

func parts(list string) (out []string) {
	var word strings.Builder
	end := func() {
		if w := strings.TrimSpace(word.String()); w != "" {
			out = append(out, w)
		}
		word.Reset()
	}
	for i := 0; i < len(list); i++ {
		switch {
		case list[i] == '\\' && i+1 < len(list) && (list[i+1] == bar[0] || list[i+1] == '\\'):
			i++
			word.WriteByte(list[i])
		case list[i] == bar[0]:
			end()
		default:
			word.WriteByte(list[i])
		}
	}
	end()
	return out
}

var barred = strings.NewReplacer(`\`, `\\`, bar, `\`+bar)

// joined is a list in a cell, which parts takes apart again.
func joined(words []string) string {
	out := make([]string, len(words))
	for i, w := range words {
		out[i] = barred.Replace(w)
	}
	return strings.Join(out, bar)
}

func ages() string {
	said := make([]string, len(units.Ages))
	for i, a := range units.Ages {
		said[i] = a.Label
	}
	return strings.Join(said, ", ")
}

// ageOf is the band of an age: by its id, its words or a number of years.
func ageOf(said string) (string, bool) {
	for _, a := range units.Ages {
		if strings.EqualFold(said, a.ID) || strings.EqualFold(said, a.Label) {
			return a.ID, true
		}
	}
	n, err := strconv.Atoi(said)
	if err != nil || n < 2 || n > 110 {
		return "", false
	}
	for _, b := range []struct {
		under int
		id    string
	}{{8, "under8"}, {10, "8to9"}, {12, "10to11"}, {15, "12to14"}, {18, "15to17"}, {51, "adult"}} {
		if n < b.under {
			return b.id, true
		}
	}
	return "over50", true
}

// WriteStudents writes a table of students that ReadStudents reads back. What a
// spreadsheet would take for a formula has a quote before it.
func WriteStudents(all []students.Student, groups []students.Group) ([]byte, error) {
	in := map[string][]string{}
	for _, g := range groups {
		for _, s := range g.Students {
			in[s] = append(in[s], g.Name)
		}
	}
	var out bytes.Buffer
	w := csv.NewWriter(&out)
	lines := [][]string{heads}
	number := func(v float64) string {
		if v == 0 {
			return ""
		}
		return strconv.FormatFloat(v, 'f', -1, 64)
	}
	for _, s := range all {
		if s.Archived {
			continue
		}
		var sports []string
		for _, p := range s.Sports {
			sports = append(sports, p.Sport+" "+string(p.Level))
		}
		line := []string{
			units.Seen(s.Name),
			string(s.Hand),
			string(s.Level),
			s.Age,
			joined(sports),
			joined(in[s.ID]),
			s.Aims,
			s.Notes,
			joined(s.Cautions),
			number(s.Speed),
			number(s.Reach),
			s.ID,
		}
		for i := range line {
			line[i] = guarded(line[i])
		}
		lines = append(lines, line)
	}
	err := w.WriteAll(lines)
	return out.Bytes(), err
}

// formula are the characters with which a spreadsheet begins to read a cell as a formula, those of full
// width among them.
const formula = "=+-@\t\r＝＋－＠"

// guarded keeps a spreadsheet from reading a cell as a formula; unguarded is its inverse.
func guarded(cell string) string {
	if strings.IndexAny(cell, formula+"'") == 0 {
		return "'" + cell
	}
	return cell
}

func unguarded(cell string) string {
	if rest, quoted := strings.CutPrefix(cell, "'"); quoted && strings.IndexAny(rest, formula+"'") == 0 {
		return rest
	}
	return cell
}

package exchange

import (
	"archive/zip"
	"bytes"
	_ "embed"
	"encoding/json"
	"html/template"
	"strings"
	"time"

	"hodometer/core/sport"
	"hodometer/core/units"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/reports"
	"hodometer/internal/store"
)

//go:embed archive.html
var archivePage string

// archived is the format of the data in an archive of a student.
const archived = "hodometer.student"

// Archive is all that a club keeps about one student.
type Archive struct {
	Report  reports.Report
	Lessons []evidence.Entry // those they were in, latest first
	Groups  []string
	About   store.About
	Made    time.Time
}

// WriteArchive writes an archive for the student, or who speaks for them: a page to read, which
// needs nothing else, and the same with every count as JSON.
func WriteArchive(a Archive) ([]byte, error) {
	page, err := template.New("page").Funcs(template.FuncMap{
		"day":  func(t time.Time) string { return t.In(a.Made.Location()).Format(time.DateOnly) },
		"at":   func(ms int64) string { return time.UnixMilli(ms).In(a.Made.Location()).Format(time.DateOnly) },
		"mine": a.mine,
		"of":   func(v, of float64) float64 { return v * of },
		"age":  func(id string) string { return units.LabelOf(units.Ages, id) },
		"level": func(l units.Level) string {
			return strings.ToLower(units.LabelOf(units.Levels, string(l)))
		},
		"sport": func(id string) string {
			if s, err := sport.ByID(id); err == nil {
				return strings.ToLower(s.Name)
			}
			return id
		},
	}).Parse(archivePage)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	z := zip.NewWriter(&out)
	put := func(name string) (interface{ Write([]byte) (int, error) }, error) {
		return z.CreateHeader(&zip.FileHeader{Name: name, Method: zip.Deflate, Modified: a.Made})
	}
	w, err := put("student.html")
	if err != nil {
		return nil, err
	}
	if err := page.Execute(w, a); err != nil {
		return nil, err
	}
	if w, err = put("student.json"); err != nil {
		return nil, err
	}
	e := json.NewEncoder(w)
	e.SetIndent("", "  ")
	if err := e.Encode(map[string]any{
		"format": archived, "formatVersion": 1, "made": a.Made.Format(time.RFC3339),
		"student": a.Report.Student, "groups": a.Groups, "rows": a.About.Rows, "events": a.About.Events,
	}); err != nil {
		return nil, err
	}
	err = z.Close() // which writes where what is
	return out.Bytes(), err
}

// mine is the student's share of a lesson; nil where they were not there.
func (a Archive) mine(e evidence.Entry) *evidence.Share {
	for i, s := range e.Students {
		if s.ID == a.Report.Student.ID {
			return &e.Students[i]
		}
	}
	return nil
}

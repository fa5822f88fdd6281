package exchange

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"hodometer/core/units"
)

// lines says on which line of a file each field stands, by its path such as
// "pattern.feeds[1].to".
type lines map[string]int

// deepest is how far fields may lie within one another.
const deepest = 32

// places reads where everything stands; a file that is no JSON is refused with
// the line it breaks at.
func places(file []byte) (lines, error) {
	out := lines{}
	dec := json.NewDecoder(bytes.NewReader(file))
	lineAt := func(offset int64) int { return 1 + bytes.Count(file[:min(int(offset), len(file))], []byte("\n")) }
	var read func(path string, depth int) error
	read = func(path string, depth int) error {
		t, err := dec.Token()
		if err != nil {
			return err
		}
		out[path] = lineAt(dec.InputOffset())
		open, ok := t.(json.Delim)
		if !ok {
			return nil
		}
		if depth == deepest {
			return errors.New("fields are nested too deeply")
		}
		for i := 0; dec.More(); i++ {
			next := fmt.Sprintf("%s[%d]", path, i)
			if open == '{' {
				key, err := dec.Token()
				if err != nil {
					return err
				}
				next = strings.TrimPrefix(fmt.Sprintf("%s.%v", path, key), ".")
			}
			if err := read(next, depth+1); err != nil {
				return err
			}
		}
		_, err = dec.Token()
		return err
	}
	err := read("", 0)
	if err == nil {
		if _, more := dec.Token(); more != io.EOF {
			err = errors.New("unexpected text after the end of the document")
		}
	}
	if err != nil {
		at := dec.InputOffset()
		var syntax *json.SyntaxError
		if errors.As(err, &syntax) {
			at = syntax.Offset
		}
		words := "this is not JSON: " + err.Error()
		if err == io.EOF || errors.Is(err, io.ErrUnexpectedEOF) {
			words, at = "the file ends too early", int64(len(file))
		}
		return nil, units.Problems{{Field: "file", Detail: fmt.Sprintf("line %d: %s", lineAt(at), words)}}
	}
	return out, nil
}

// wrong is a problem at the line of that field, or of what it should stand in.
func (l lines) wrong(field, detail string) units.Problems {
	for at := field; ; {
		if n, ok := l[at]; ok {
			return units.Problems{{Field: field, Detail: fmt.Sprintf("line %d: %s", n, detail)}}
		}
		cut := strings.LastIndexAny(at, ".[")
		if cut < 0 {
			return units.Problems{{Field: field, Detail: "line 1: " + detail}}
		}
		at = at[:cut]
	}
}

// fieldPath turns ["drills", "1", "title"] into drills[1].title.
func fieldPath(parts []string) string {
	var b strings.Builder
	for _, p := range parts {
		if _, err := strconv.Atoi(p); err == nil {
			b.WriteString("[" + p + "]")
			continue
		}
		if b.Len() > 0 {
			b.WriteByte('.')
		}
		b.WriteString(p)
	}
	return b.String()
}

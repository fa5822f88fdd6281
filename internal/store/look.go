package store

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"github.com/pressly/goose/v3"
)

// ours is what SQLite's header says of a club file: "Hodo".
const ours = 0x486f646f

// Refused says in a coach's sentence why a file is not opened. It was not touched.
type Refused struct{ Why string }

func (r Refused) Error() string { return r.Why }

func refuse(format string, a ...any) error { return Refused{fmt.Sprintf(format, a...)} }

// Holds is what a club file holds.
type Holds struct {
	Path     string
	Bytes    int64
	Version  int64  // of its tables
	Demo     string // a digest of what the invented club held when it was built; "": a real club
	Students int64
	Lessons  int64
	Runs     int64
	Events   int64

	id   string // of the club
	base int64  // see edition.go
}

// depth is how thoroughly a file is looked at.
type depth int

const (
	briefest depth = iota // what it says of itself, which takes no longer for a large file
	sound                 // and every page, and how much it holds: a tenth of a second for 100 MB
	deepest               // and every row and index against each other: a second for 100 MB
)

// Look reads what a file is and holds, without touching it: the file and the log beside
// it are the same afterwards. It gives Refused where it is not a club file that this
// version can open. Deep reads every row and index against each other; else every page is
// looked at.
func Look(ctx context.Context, path string, deep bool) (Holds, error) {
	if deep {
		return look(ctx, path, deepest)
	}
	return look(ctx, path, sound)
}

func look(ctx context.Context, path string, how depth) (Holds, error) {
	info, err := os.Stat(path)
	switch {
	case errors.Is(err, fs.ErrNotExist):
		return Holds{}, refuse("The file %s does not exist.", path)
	case err != nil:
		return Holds{}, refuse("%s cannot be read: %v.", path, err)
	case info.IsDir():
		return Holds{}, refuse("%s is a folder. Name the club file in it.", path)
	case !info.Mode().IsRegular():
		return Holds{}, refuse("%s is not a file.", path)
	case info.Size() == 0:
		return Holds{}, refuse(
			"%s is empty, and a club file never is. Nothing was changed. Put a copy in its"+
				" place with hodometer restore, or take the empty file away to begin a new club.",
			path,
		)
	}
	if err := isSQLite(path); err != nil {
		return Holds{}, err
	}
	log, err := os.Stat(path + "-wal")
	if err != nil || log.Size() == 0 {
		return lookAt(ctx, path, path, "&mode=ro&immutable=1", how)
	}
	return lookWithLog(ctx, path, how)
}

func isSQLite(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return refuse("%s cannot be read: %v.", path, err)
	}
	defer f.Close()
	head := make([]byte, 16)
	if _, err := io.ReadFull(f, head); err != nil || !bytes.Equal(head, []byte("SQLite format 3\x00")) {
		return refuse("%s is not a club file. Nothing was changed.", path)
	}
	return nil
}

// lookWithLog looks at a file that was not closed: what was last written is in the log
// beside it. Both are copied elsewhere first, for SQLite puts them together when it looks.
// Every page is looked at: what tells a log from another's is in part what it would damage.
func lookWithLog(ctx context.Context, path string, how depth) (Holds, error) {
	dir, err := os.MkdirTemp("", "hodometer")
	if err != nil {
		return Holds{}, err
	}
	defer os.RemoveAll(dir)
	there := filepath.Join(dir, "club.db")
	for _, end := range []string{"", "-wal"} {
		if err := copyFile(path+end, there+end); err != nil {
			return Holds{}, err
		}
	}
	main, err := readEdition(path)
	if err != nil {
		return Holds{}, err
	}
	alone, aloneErr := lookAt(ctx, path, path, "&mode=ro&immutable=1", sound)
	both, err := lookAt(ctx, path, there, "", max(how, sound))
	stale := refuse(
		"The log %s-wal does not belong to the file beside it: perhaps an older copy was put there"+
			" by hand. Nothing was changed. To go on from the copy, run: hodometer restore %s --db %s"+
			" (the file that is there now is kept next to it).",
		path,
		path,
		path,
	)
	switch {
	case err != nil && aloneErr == nil:
		return Holds{}, stale
	case err != nil:
		return Holds{}, err
	case both.id != "" && main != both.base && main != both.base+1,
		aloneErr == nil && alone.id != "" && alone.id != both.id:
		return Holds{}, stale
	}
	both.Bytes += alone.Bytes
	return both, nil
}

// lookAt reads the file at there, which stands for the one named path and is opened in that
// mode; none where it is a private copy with its log, which SQLite must be able to put together.
func lookAt(ctx context.Context, path, there, mode string, how depth) (out Holds, err error) {
	damaged := func(err error) error {
		return refuse("%s is damaged (%s). Nothing was changed. Put the last good backup in its place:"+
			" hodometer restore COPY --db %s (the file that is there now is kept next to it).",
			path, briefly(err), path)
	}
	db, err := sql.Open(
		"sqlite",
		"file:"+(&url.URL{Path: there}).EscapedPath()+"?_pragma=busy_timeout(5000)"+mode,
	)
	if err != nil {
		return out, damaged(err)
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	out.Path = path
	if info, err := os.Stat(there); err == nil {
		out.Bytes = info.Size()
	}
	one := func(into any, query string) error { return db.QueryRowContext(ctx, query).Scan(into) }
	if check := map[depth]string{
		sound: "pragma quick_check(1)", deepest: "pragma integrity_check(1)",
	}[how]; check != "" {
		var found string
		if err := one(&found, check); err != nil {
			return out, damaged(err)
		}
		if found != "ok" {
			return out, damaged(errors.New(found))
		}
	}
	var id int64
	var tables int
	if err := errors.Join(
		one(&id, "pragma application_id"),
		one(&tables, "select count(*) from sqlite_master where type = 'table' and name in"+
			" ('goose_db_version', 'students', 'lessons', 'runs', 'events')"),
	); err != nil {
		return out, damaged(err)
	}
	if tables != 5 || (id != 0 && id != ours) {
		return out, refuse("%s belongs to another program. Nothing was changed.", path)
	}
	if err := one(&out.Version, "select coalesce(max(version_id), 0) from goose_db_version"); err != nil {
		return out, damaged(err)
	}
	if newest := Newest(); out.Version > newest {
		return out, refuse(
			"%s was written by a newer Hodometer (its tables are version %d, this one knows %d)."+
				" Nothing was changed. Open it with the newer one.",
			path,
			out.Version,
			newest,
		)
	}
	if how > briefest {
		if err := out.count(one); err != nil {
			return out, damaged(err)
		}
	}
	if out.Version >= doors {
		row := db.QueryRowContext(ctx, "select id, demo, base from club where one = 1")
		if err := row.Scan(&out.id, &out.Demo, &out.base); err != nil {
			return out, damaged(err)
		}
	}
	if how == deepest {
		rows, err := db.QueryContext(ctx, "pragma foreign_key_check")
		if err != nil {
			return out, damaged(err)
		}
		defer rows.Close()
		if rows.Next() {
			return out, damaged(errors.New("a row points to one that is not there"))
		}
		if err := rows.Err(); err != nil {
			return out, damaged(err)
		}
		name, err := foreign(ctx, db)
		if err != nil {
			return out, damaged(err)
		}
		if name != "" {
			return out, refuse(
				"%s contains the %s, which is not Hodometer’s: another program put it there, and it"+
					" may change or hide what is saved. Nothing was changed. Restore a backup from before.",
				path,
				name,
			)
		}
	}
	return out, nil
}

// foreign names a trigger or view in the file that no migration made; "" where there is none.
func foreign(ctx context.Context, db *sql.DB) (string, error) {
	rows, err := db.QueryContext(
		ctx,
		"select type, name, sql from sqlite_master where type in ('trigger', 'view')",
	)
	if err != nil {
		return "", err
	}
	defer rows.Close()
	ours, err := ownViews()
	for err == nil && rows.Next() {
		var kind, name, as string
		if err := rows.Scan(&kind, &name, &as); err != nil {
			return "", err
		}
		if !slices.ContainsFunc(ours, func(own string) bool { return strings.EqualFold(own, as) }) {
			return kind + " " + name, nil
		}
	}
	return "", errors.Join(err, rows.Err())
}

// ownViews are the views that migrations make, as they say it.
func ownViews() (out []string, err error) {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	for _, f := range files {
		text, err := fs.ReadFile(migrations, f)
		if err != nil {
			return nil, err
		}
		for _, one := range strings.Split(string(text), ";\n") {
			if at := strings.Index(one, "create view "); at >= 0 {
				out = append(out, one[at:])
			}
		}
	}
	return out, err
}

// count is how much there is.
func (h *Holds) count(one func(into any, query string) error) error {
	counts := []struct {
		into *int64
		of   string
	}{{&h.Students, "students"}, {&h.Lessons, "lessons"}, {&h.Runs, "runs"}, {&h.Events, "events"}}
	for _, c := range counts {
		if err := one(c.into, "select count(*) from "+c.of); err != nil {
			return err
		}
	}
	if h.Version < packs {
		return nil
	}
	var packed int64
	err := one(&packed, "select coalesce(sum(number), 0) from packed_events")
	h.Events += packed
	return err
}

// briefly is the first line of what SQLite found.
func briefly(err error) string {
	first, _, _ := strings.Cut(strings.TrimSpace(err.Error()), "\n")
	first = strings.TrimPrefix(first, "*** in database main ***")
	const most = 120
	return first[:min(len(first), most)]
}

// packs is the version of the tables from which events may be packed.
const packs = 17

// doors is the version of the tables from which a file says which club it is.
const doors = 13

// Newest is the version of the tables that this build makes.
func Newest() int64 {
	files, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		panic(err) // the pattern is ours
	}
	newest := int64(0)
	for _, f := range files {
		if n, err := goose.NumericComponent(f); err == nil {
			newest = max(newest, n)
		}
	}
	return newest
}

func copyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	if _, err := io.Copy(out, in); err != nil {
		out.Close()
		return err
	}
	return out.Close()
}

// readEdition reads the edition from the header of the main file itself, whatever the log
// beside it says: the four bytes at 60, which SQLite leaves to the application.
func readEdition(path string) (int64, error) {
	f, err := os.Open(path)
	if err != nil {
		return 0, err
	}
	defer f.Close()
	var b [4]byte
	if _, err := f.ReadAt(b[:], 60); err != nil {
		return 0, refuse("%s is cut short. Nothing was changed. Put the last good backup in its place:"+
			" hodometer restore COPY --db %s.", path, path)
	}
	return int64(int32(binary.BigEndian.Uint32(b[:]))), nil
}

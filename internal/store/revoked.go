package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"time"
)

// Again is what a restore makes valid again because nobody can tell what was revoked since the
// backup was made: why that is so, and what it is, in words.
type Again struct {
	Why  string
	What []string
}

func (a Again) String() string {
	return fmt.Sprintf(
		"%s, so what was revoked since this backup is not known. These would be valid again: %s.",
		a.Why,
		strings.Join(a.What, ", "),
	)
}

// byName is the version of the tables from which coaches sign in by name.
const byName = 31

// keepRevoked takes over into a file that is restored what was revoked since in the one it replaces:
// links, devices, passphrases and coaches. Where that file cannot tell, it returns what becomes valid
// again.
func keepRevoked(ctx context.Context, restored, replaced string, now time.Time) (Again, error) {
	db, err := sql.Open("sqlite", "file:"+(&url.URL{Path: restored}).EscapedPath())
	if err != nil {
		return Again{}, err
	}
	defer db.Close()
	db.SetMaxOpenConns(1)
	version, club, err := whose(ctx, db, "main")
	if err != nil || version < doors {
		return Again{}, err // a file from before there were doors
	}
	dir, err := os.MkdirTemp("", "hodometer")
	if err != nil {
		return Again{}, err
	}
	defer os.RemoveAll(dir)
	why, err := attachReplaced(ctx, db, replaced, dir)
	if err != nil {
		return Again{}, err
	}
	since := int64(0)
	if why == "" {
		was := ""
		since, was, err = whose(ctx, db, "was")
		switch {
		case err != nil, since < doors:
			why = "The present file does not say who may sign in"
		case was != club:
			why = "The present file is of another club"
		}
	}
	if why != "" {
		what, err := valid(ctx, db, version, now)
		return Again{why, what}, err
	}
	keep := []string{
		"update club set passphrase = (select passphrase from was.club)",
		// What is not there any more was erased.
		`update card_links set ended = coalesce((select w.ended from was.card_links w where w.id = card_links.id), ?1)
			where ended = 0`,
		`update devices set ended = coalesce((select w.ended from was.devices w where w.id = devices.id), ?1)
			where ended = 0`,
	}
	if version >= byName && since >= byName {
		keep = append(
			keep,
			"update coaches set passphrase = w.passphrase, ended = w.ended from was.coaches w where w.id = coaches.id",
			"update coaches set ended = ?1 where ended = 0 and id not in (select id from was.coaches)",
		)
	}
	for _, change := range keep {
		if _, err := db.ExecContext(ctx, change, now.UnixMilli()); err != nil {
			return Again{}, err
		}
	}
	_, err = db.ExecContext(ctx, "detach was")
	return Again{}, err
}

// whose is the version of the tables of an open file, and the id of its club.
func whose(ctx context.Context, db *sql.DB, schema string) (version int64, club string, err error) {
	err = db.QueryRowContext(ctx, "select coalesce(max(version_id), 0) from "+schema+".goose_db_version").
		Scan(&version)
	if err == nil && version >= doors {
		err = db.QueryRowContext(ctx, "select id from "+schema+".club").Scan(&club)
	}
	return version, club, err
}

// attachReplaced opens a private copy in dir of the file that is replaced, with its log, beside the
// restored one, or returns why it cannot be read.
func attachReplaced(ctx context.Context, db *sql.DB, path, dir string) (why string, err error) {
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		return "There is no club file here", nil
	}
	there := filepath.Join(dir, "club.db")
	for _, end := range []string{"", "-wal"} {
		if err := copyFile(
			path+end,
			there+end,
		); err != nil &&
			(end == "" || !errors.Is(err, fs.ErrNotExist)) {
			return "The present file cannot be read", nil
		}
	}
	if _, err := Look(ctx, there, false); err != nil {
		return "The present file cannot be read", nil
	}
	_, err = db.ExecContext(ctx, "attach ? as was", there)
	return "", err
}

// valid is what lets somebody in by the file that is restored.
func valid(ctx context.Context, db *sql.DB, version int64, now time.Time) (what []string, err error) {
	var words, links int
	if err := errors.Join(
		db.QueryRowContext(ctx, "select count(*) from club where passphrase <> ''").Scan(&words),
		db.QueryRowContext(ctx, "select count(*) from card_links where ended = 0 and expires > ?", now.UnixMilli()).
			Scan(&links),
	); err != nil {
		return nil, err
	}
	if words > 0 {
		what = append(what, "the owner’s passphrase as it was then")
	}
	if links == 1 {
		what = append(what, "one link to a student’s card")
	} else if links > 1 {
		what = append(what, fmt.Sprintf("%d links to students’ cards", links))
	}
	if version < byName {
		return what, nil
	}
	names, err := column(ctx, db, "select name from coaches where ended = 0 order by name")
	for _, name := range names {
		what = append(what, "the passphrase of "+name)
	}
	return what, err
}

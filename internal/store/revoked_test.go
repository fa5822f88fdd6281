package store

import (
	"errors"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// never agrees that anything becomes valid again.
func never(again Again) error { return errors.New(again.String()) }

// What was revoked after a backup stays revoked when it is restored. Where the file that would tell is
// gone, damaged or of another club, it is said first what becomes valid again, and nothing is changed.
func TestWhatWasRevokedStaysSo(t *testing.T) {
	path := filepath.Join(t.TempDir(), "club.db")
	now := time.UnixMilli(2_000)
	change := func(s *Store, statements ...string) {
		for _, one := range statements {
			_, err := s.write.ExecContext(t.Context(), one)
			require.NoError(t, err, one)
		}
	}
	s := openAt(t, path)
	put(t, s, "Wren")
	change(
		s,
		"update club set passphrase = 'old'",
		`insert into coaches (id, name, passphrase, since, ended)
			values ('a', 'Linden', 'old', 1, 0), ('b', 'Rowan', 'old', 1, 0)`,
		"insert into devices (id, name, role, way, since, seen, ended) values ('p', 'Phone', 'coach', 'code', 1, 1, 0)",
		`insert into card_links (id, student_id, secret, made, expires, opened, ended)
			select k.column1, s.id, k.column1, 1, k.column2, 0, 0 from students s,
			(values ('open', 9000), ('revoked', 9000), ('over', 1000)) k`,
	)
	_, err := Backup(t.Context(), path, path+".copy")
	require.NoError(t, err)
	change(s,
		"update club set passphrase = 'new'",
		"update coaches set ended = 1500 where id = 'a'",
		"update coaches set passphrase = 'new' where id = 'b'",
		"update devices set ended = 1500",
		"update card_links set ended = 1500 where id = 'revoked'",
	)
	log, main := bytesOf(t, path+"-wal"), bytesOf(t, path) // as a killed server leaves them
	require.NoError(t, s.Close())
	require.NoError(t, os.WriteFile(path, main, 0o600))
	require.NoError(t, os.WriteFile(path+"-wal", log, 0o600))

	_, _, err = Restore(t.Context(), path+".copy", path, now, never)
	require.NoError(t, err)
	s = openAt(t, path)
	text := func(query string) (out string) {
		require.NoError(t, s.read.QueryRowContext(t.Context(), query).Scan(&out))
		return out
	}
	require.Equal(t, "new", text("select passphrase from club"))
	require.Equal(
		t,
		"Linden old 1500, Rowan new 0",
		text(
			"select group_concat(name || ' ' || passphrase || ' ' || ended, ', ' order by name) from coaches",
		),
	)
	require.Equal(t, "1500", text("select ended from devices"))
	require.Equal(t, "open 0, over 0, revoked 1500",
		text("select group_concat(id || ' ' || ended, ', ' order by id) from card_links"))
	require.NoError(t, s.Close())

	other := filepath.Join(t.TempDir(), "other.db")
	require.NoError(t, openAt(t, other).Close())
	for why, in := range map[string][]byte{
		"There is no club file here":          nil,
		"The present file cannot be read":     []byte("SQLite format 3\x00 and nothing more"),
		"The present file is of another club": bytesOf(t, other),
	} {
		require.NoError(t, gone(path))
		if in != nil {
			require.NoError(t, os.WriteFile(path, in, 0o600))
		}
		_, _, err = Restore(t.Context(), path+".copy", path, now, never)
		require.EqualError(
			t,
			err,
			why+", so what was revoked since this backup is not known. These would be valid again: the owner’s "+
				"passphrase as it was then, 2 links to students’ cards, the passphrase of Linden, the passphrase of "+
				"Rowan.",
		)
		if in == nil {
			require.NoFileExists(t, path)
		} else {
			require.Equal(t, in, bytesOf(t, path), "nothing was changed")
		}
		_, _, err = Restore(t.Context(), path+".copy", path, now, func(Again) error { return nil })
		require.NoError(t, err)
	}
}

package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"errors"
	"fmt"
	"math/big"
	"os"
	"time"
)

// A club file that is open is two files: the main one, and the log beside it with what
// was written since. From time to time the log is carried over into the main file, here
// and nowhere else: SQLite does not do it by itself, so that a main file which changed at
// another time was changed by somebody else.
//
// Each carrying-over gives the main file a number of its own, its edition, in the header;
// the first thing in the next log is the edition it stands on, the base. An older copy
// put back by hand beside a log that was left over is thereby told apart: its edition is
// neither the base of the log nor the one after it, which the log was about to make.
// Without that, SQLite would lay the pages of the log over pages they never belonged to.

// Carried over is after so many writes, or so much time with one.
const (
	carryWrites = 400
	carryAfter  = 30 * time.Second
)

// carry carries the log over into the main file. It stops half way where somebody reads
// an old state; it then goes on the next time, under the same number.
func (s *Store) carry(ctx context.Context) error { return s.carryOver(ctx, false) }

// errRead says that somebody reads an old state, which is still in the log.
var errRead = errors.New("the log is being read")

// carryOver carries the log over; emptied, so that nothing of it is left on the disk, or it is
// an error.
func (s *Store) carryOver(ctx context.Context, emptied bool) error {
	s.disk.Lock()
	defer s.disk.Unlock()
	conn, err := s.write.Conn(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	var edition, base int64
	if err := conn.QueryRowContext(ctx, "pragma user_version").Scan(&edition); err != nil {
		return err
	}
	if err := conn.QueryRowContext(ctx, "select base from club").Scan(&base); err != nil {
		return err
	}
	if edition == base {
		edition++
		if _, err := conn.ExecContext(ctx, fmt.Sprintf("pragma user_version = %d", edition)); err != nil {
			return err
		}
	}
	var busy, frames, moved int64
	err = conn.QueryRowContext(ctx, "pragma wal_checkpoint(passive)").Scan(&busy, &frames, &moved)
	// What was carried before it failed, on a full disk for one, was written by us too.
	if now, e := os.Stat(s.path); e == nil && (s.main == nil || os.SameFile(now, s.main)) {
		s.main = now
	}
	if err != nil {
		return err
	}
	s.written.Store(0)
	s.carried = time.Now()
	switch {
	case frames != moved && emptied:
		return errRead
	case frames != moved:
		return nil
	case emptied:
		row := conn.QueryRowContext(ctx, "pragma wal_checkpoint(truncate)")
		if err := row.Scan(&busy, &frames, &moved); err != nil {
			return err
		}
		if busy != 0 {
			return errRead
		}
		if err := s.stand(&s.main, ""); err != nil {
			return err
		}
	}
	_, err = conn.ExecContext(ctx, "update club set base = ?", edition)
	return err
}

// another gives a copy an edition that no log stands on, and says that it is another copy, so
// that a device sees that this is not the file that it sent to.
func another(ctx context.Context, db *sql.DB) error {
	n, err := rand.Int(rand.Reader, big.NewInt(1<<30))
	if err != nil {
		return err
	}
	edition := n.Int64() // half of what fits, so that it can be counted on from
	if _, err := db.ExecContext(ctx, fmt.Sprintf("pragma user_version = %d", edition)); err != nil {
		return err
	}
	if _, err := db.ExecContext(ctx, "update club set base = ?", edition); err != nil {
		return err
	}
	var says int // a file from before copies were told apart does not, until it is brought up to date
	err = db.QueryRowContext(ctx, "select count(*) from pragma_table_info('club') where name = 'copy'").
		Scan(&says)
	if err == nil && says > 0 {
		_, err = db.ExecContext(ctx, "update club set copy = lower(hex(randomblob(8)))")
	}
	return err
}

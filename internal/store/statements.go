package store

import (
	"context"
	"database/sql"
	"sync"
)

// statements are those that a pool was asked before. SQLite reads the text of a statement each
// time it is given one, which takes as long as many an answer; one that is kept is read once on
// each connection.
type statements struct {
	mu   sync.RWMutex
	kept map[string]*sql.Stmt
}

// mostStatements are kept. There are fewer queries than that, but one about a list is another
// text for each length of it.
const mostStatements = 400

// asking is a transaction that takes its statements from those kept.
type asking struct {
	*sql.Tx
	from *statements
	here map[string]*sql.Stmt // as this transaction asks them; nil: asked once, and not kept
}

// in returns that transaction, asking with the statements that are kept.
func (s *statements) in(tx *sql.Tx) asking {
	return asking{Tx: tx, from: s, here: map[string]*sql.Stmt{}}
}

// statement returns the one for that text, nil where it is asked for the first time.
func (a asking) statement(ctx context.Context, text string) *sql.Stmt {
	s, asked := a.here[text]
	if s != nil {
		return s
	}
	a.from.mu.RLock()
	kept := a.from.kept[text]
	a.from.mu.RUnlock()
	if kept != nil {
		s = a.Tx.StmtContext(ctx, kept)
	} else if asked { // as one that writes many rows asks
		s, _ = a.Tx.PrepareContext(ctx, text) // whoever asks is told what is wrong with it
	}
	a.here[text] = s
	return s
}

// keep keeps what a transaction of that pool asked. It is over by then: to prepare a statement
// takes a connection, and the pool may have one.
func (a asking) keep(ctx context.Context, pool *sql.DB) {
	for text := range a.here {
		a.from.keep(context.WithoutCancel(ctx), pool, text)
	}
}

func (s *statements) keep(ctx context.Context, pool *sql.DB, text string) {
	s.mu.RLock()
	done := s.kept[text] != nil || len(s.kept) >= mostStatements
	s.mu.RUnlock()
	if done {
		return
	}
	made, err := pool.PrepareContext(ctx, text)
	if err != nil {
		return // it is asked without
	}
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.kept == nil {
		s.kept = map[string]*sql.Stmt{}
	}
	if s.kept[text] != nil { // somebody else was faster
		made.Close()
		return
	}
	s.kept[text] = made
}

// ExecContext executes a statement, as of a transaction.
func (a asking) ExecContext(ctx context.Context, text string, args ...any) (sql.Result, error) {
	if s := a.statement(ctx, text); s != nil {
		return s.ExecContext(ctx, args...)
	}
	return a.Tx.ExecContext(ctx, text, args...)
}

// QueryContext asks for rows, as of a transaction.
func (a asking) QueryContext(ctx context.Context, text string, args ...any) (*sql.Rows, error) {
	if s := a.statement(ctx, text); s != nil {
		return s.QueryContext(ctx, args...)
	}
	return a.Tx.QueryContext(ctx, text, args...)
}

// QueryRowContext asks for one row, as of a transaction.
func (a asking) QueryRowContext(ctx context.Context, text string, args ...any) *sql.Row {
	if s := a.statement(ctx, text); s != nil {
		return s.QueryRowContext(ctx, args...)
	}
	return a.Tx.QueryRowContext(ctx, text, args...)
}

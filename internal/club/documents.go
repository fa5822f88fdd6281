package club

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Shelf is where documents are kept.
type Shelf struct{ store *store.Store }

// kind of document: the club's own drills, games, ladders and courses are kept alike. Each
// save is a version that stays; one that is taken away is only hidden, and saving it again
// brings it back.
type kind string

// The kinds of document.
const (
	drills  kind = "drill"
	games   kind = "game"
	ladders kind = "ladder"
	courses kind = "course"
)

// called is what a coach calls a document of that kind.
func (k kind) called() string {
	if k == courses {
		return "weekly plan"
	}
	return string(k)
}

// find is a document, also one that was taken away; Missing where it never was.
func (k kind) find(ctx context.Context, q *gen.Queries, id string) (gen.Document, error) {
	row, err := q.GetDocument(ctx, gen.GetDocumentParams{Kind: string(k), ID: id})
	return row, orMissing(err, k.called())
}

// all are those that are there, the one saved last first, each as it is read.
func all[T any](
	ctx context.Context,
	q *gen.Queries,
	k kind,
	read func(gen.Document) (T, error),
) (out []T, err error) {
	rows, err := q.ListDocuments(ctx, string(k))
	for _, r := range rows {
		one, err := read(r)
		if err != nil {
			return nil, fmt.Errorf("%s %s: %w", k, r.ID, err)
		}
		out = append(out, one)
	}
	return out, err
}

// put saves a document: a new one (version 0) or a change to the version that was read, and
// returns its version now. A late save is refused with Stale, which says what changed.
func (c *Shelf) put(
	ctx context.Context,
	q *gen.Queries,
	k kind,
	id string,
	version int,
	doc any,
) (int, error) {
	body, err := json.Marshal(doc)
	if err != nil {
		return version, err
	}
	now := c.store.Now().UnixMilli()
	row, err := k.find(ctx, q, id)
	switch isNew := errors.As(err, &Missing{}) && version == 0; {
	case isNew:
		err = q.InsertDocument(
			ctx,
			gen.InsertDocumentParams{Kind: string(k), ID: id, SavedAt: now, Body: string(body)},
		)
	case err != nil:
		return version, err
	case int(row.Version) != version:
		return version, Stale{What: k.called(), Changes: k.changes(ctx, q, row, version)}
	default:
		err = q.UpdateDocument(
			ctx,
			gen.UpdateDocumentParams{SavedAt: now, Body: string(body), Kind: string(k), ID: id},
		)
	}
	if err != nil {
		return version, err
	}
	version++
	return version, q.InsertDocumentVersion(ctx, gen.InsertDocumentVersionParams{
		Kind: string(k), ID: id, Version: int64(version), SavedAt: now, Body: string(body),
	})
}

// changes says which parts of a document differ from the version that was edited.
func (k kind) changes(ctx context.Context, q *gen.Queries, now gen.Document, version int) []string {
	text, err := q.GetDocumentVersion(
		ctx,
		gen.GetDocumentVersionParams{Kind: string(k), ID: now.ID, Version: int64(version)},
	)
	var was, is map[string]json.RawMessage
	if err != nil || json.Unmarshal([]byte(text), &was) != nil ||
		json.Unmarshal([]byte(now.Body), &is) != nil {
		return []string{}
	}
	out := []string{}
	for field, v := range is {
		if string(was[field]) != string(v) {
			out = append(out, strings.ToUpper(field[:1])+field[1:]+" changed")
		}
	}
	for field := range was {
		if _, there := is[field]; !there {
			out = append(out, strings.ToUpper(field[:1])+field[1:]+" removed")
		}
	}
	slices.Sort(out)
	return out
}

// remove takes a document of the club's own away; what was made with it keeps it.
func (c *Shelf) remove(ctx context.Context, k kind, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.RemoveDocument(ctx, gen.RemoveDocumentParams{Kind: string(k), ID: id})
		if err == nil && n == 0 {
			return Missing{k.called() + " in my " + k.called() + "s"}
		}
		return err
	})
}

// versions are the states a document was saved in, latest first, each read into what add gives.
func (c *Shelf) versions(
	ctx context.Context,
	k kind,
	id string,
	add func(version int, savedAt int64) any,
) error {
	return c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDocumentVersions(ctx, gen.ListDocumentVersionsParams{Kind: string(k), ID: id})
		for _, r := range rows {
			if err := json.Unmarshal([]byte(r.Body), add(int(r.Version), r.SavedAt)); err != nil {
				return err
			}
		}
		return err
	})
}

// ownID refuses the id of a document that ships: a copy is saved under an id of its own.
func (k kind) ownID(id string) error {
	if lesson.IsID(id) {
		return nil
	}
	return units.Problems{
		{
			Field: "id",
			Detail: "a " + string(
				k,
			) + " that comes with Hodometer cannot be changed; save a copy with its own id, " +
				"a UUID in lower case",
		},
	}
}

// kept is a document as it was saved last; as it is where it was not.
func kept[T any](ctx context.Context, q *gen.Queries, k kind, id string, doc T) (T, error) {
	row, err := q.GetDocument(ctx, gen.GetDocumentParams{Kind: string(k), ID: id})
	if errors.Is(err, sql.ErrNoRows) {
		return doc, nil
	}
	if err != nil {
		return doc, err
	}
	return doc, json.Unmarshal([]byte(row.Body), &doc)
}

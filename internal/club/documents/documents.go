package documents

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strconv"

	"hodometer/core/lesson"
	"hodometer/core/units"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"
	"hodometer/internal/store/gen"
)

// Shelf is where documents are kept.
type Shelf struct{ store *store.Store }

// New returns the shelf in that file.
func New(s *store.Store) *Shelf { return &Shelf{s} }

// kind of document: the club's own drills, games, ladders and courses are kept alike. Each
// save is a version that stays; one that is taken away is only hidden, and saving it again
// brings it back.
type Kind string

// The kinds of document.
const (
	Drills  Kind = "drill"
	games   Kind = "game"
	ladders Kind = "ladder"
	Courses Kind = "course"
)

// called is what a coach calls a document of that kind.
func (k Kind) called() string {
	if k == Courses {
		return "weekly plan"
	}
	return string(k)
}

// Find is a document, also one that was taken away; Missing where it never was.
func (k Kind) Find(ctx context.Context, q *gen.Queries, id string) (gen.Document, error) {
	row, err := q.GetDocument(ctx, gen.GetDocumentParams{Kind: string(k), ID: id})
	return row, answer.OrMissing(err, k.called())
}

// All are those that are there, the one saved last first, each as it is read.
func All[T any](
	ctx context.Context,
	q *gen.Queries,
	k Kind,
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

// Put saves a document: a new one (version 0) or a change to the version that was read. It
// returns the document and its version as they are now. A late save is put together with what
// was saved meanwhile where each changed other parts of it and the whole is valid; else it is
// refused with Stale.
func Put[T any](
	ctx context.Context,
	c *Shelf,
	q *gen.Queries,
	k Kind,
	id string,
	version int,
	doc T,
	valid func(T) units.Problems,
) (T, int, error) {
	doc, err := store.Unnamed(ctx, c.store, q, doc, nil)
	if err != nil {
		return doc, version, err
	}
	row, err := k.Find(ctx, q, id)
	isNew := errors.As(err, &answer.Missing{}) && version == 0
	if err != nil && !isNew {
		return doc, version, err
	}
	if !isNew && int(row.Version) != version {
		if doc, err = late(ctx, q, k, row, version, doc, valid); err != nil {
			return doc, version, err
		}
		version = int(row.Version)
	}
	text, err := json.Marshal(doc)
	if err != nil {
		return doc, version, err
	}
	now, body := c.store.Now().UnixMilli(), string(text)
	if isNew {
		err = q.InsertDocument(
			ctx,
			gen.InsertDocumentParams{Kind: string(k), ID: id, SavedAt: now, Body: body},
		)
	} else {
		err = q.UpdateDocument(
			ctx,
			gen.UpdateDocumentParams{SavedAt: now, Body: body, Kind: string(k), ID: id},
		)
	}
	if err != nil {
		return doc, version, err
	}
	version++
	return doc, version, q.InsertDocumentVersion(ctx, gen.InsertDocumentVersionParams{
		Kind: string(k), ID: id, Version: int64(version), SavedAt: now, Body: body,
	})
}

// late puts a late save together with what is there, or is Stale.
func late[T any](
	ctx context.Context,
	q *gen.Queries,
	k Kind,
	now gen.Document,
	version int,
	doc T,
	valid func(T) units.Problems,
) (T, error) {
	was, err := q.GetDocumentVersion(
		ctx,
		gen.GetDocumentVersionParams{Kind: string(k), ID: now.ID, Version: int64(version)},
	)
	if err != nil && !errors.Is(err, store.ErrNone) { // one that never was has nothing to compare
		return doc, err
	}
	mine, err := json.Marshal(doc)
	if err != nil {
		return doc, err
	}
	if text, ok := merged(was, now.Body, string(mine)); ok {
		var both T
		if json.Unmarshal([]byte(text), &both) == nil && len(valid(both)) == 0 {
			return both, nil
		}
	}
	var current T
	if err := json.Unmarshal([]byte(now.Body), &current); err != nil {
		return doc, fmt.Errorf("%s %s: %w", k, now.ID, err)
	}
	return doc, answer.Stale{
		What: k.called(), Version: int(now.Version), Current: current, Changes: changes(was, now.Body),
	}
}

// Remove takes a document of the club's own away; what was made with it keeps it.
func (c *Shelf) Remove(ctx context.Context, k Kind, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.RemoveDocument(ctx, gen.RemoveDocumentParams{Kind: string(k), ID: id})
		if err == nil && n == 0 {
			return answer.Missing{What: k.called() + " in my " + k.called() + "s"}
		}
		return err
	})
}

// versions are a page of the states a document was saved in, latest first, each read into what add
// gives; next is where the page after it begins.
func (c *Shelf) versions(
	ctx context.Context,
	k Kind,
	id string,
	part answer.Part,
	add func(version int, savedAt int64) any,
) (next string, err error) {
	before, err := part.Before()
	if err != nil {
		return "", err
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDocumentVersions(ctx, gen.ListDocumentVersionsParams{
			Kind: string(k), ID: id, Version: before, Limit: int64(part.AtMost() + 1),
		})
		page := answer.Paged(rows, part.AtMost(), func(r gen.ListDocumentVersionsRow) []string {
			return []string{strconv.FormatInt(r.Version, 10)}
		})
		next = page.Next
		for _, r := range page.Items {
			if err := json.Unmarshal([]byte(r.Body), add(int(r.Version), r.SavedAt)); err != nil {
				return err
			}
		}
		return err
	})
	return next, err
}

// ownID refuses the id of a document that ships: a copy is saved under an id of its own.
func (k Kind) ownID(id string) error {
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

// Kept is a document as it was saved last; as it is where it was not.
func Kept[T any](ctx context.Context, q *gen.Queries, k Kind, id string, doc T) (T, error) {
	row, err := q.GetDocument(ctx, gen.GetDocumentParams{Kind: string(k), ID: id})
	if errors.Is(err, store.ErrNone) {
		return doc, nil
	}
	if err != nil {
		return doc, err
	}
	return doc, json.Unmarshal([]byte(row.Body), &doc)
}

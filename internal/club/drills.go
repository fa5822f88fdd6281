package club

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"
	"time"

	"hodometer/core/court"
	"hodometer/core/drill"
	"hodometer/core/footwork"
	"hodometer/core/lesson"
	"hodometer/core/library"
	"hodometer/core/pattern"
	"hodometer/core/progress"
	"hodometer/core/units"
	"hodometer/internal/store/gen"

	"github.com/google/uuid"
)

// ShelfDrill is a drill as it stands on the shelf: the document, and what a
// turn of it asks at its own level.
type ShelfDrill struct {
	ID        string          `json:"id"`
	Version   int             `json:"version"` // 0 for one that ships
	Own       bool            `json:"own"`
	Favourite bool            `json:"favourite"`
	Drill     drill.Drill     `json:"drill"`
	Seconds   float64         `json:"seconds"`
	Metres    float64         `json:"metres"`
	Balls     int             `json:"balls"`
	Effort    footwork.Effort `json:"effort"`
	Sport     string          `json:"sport"`
	Zones     []string        `json:"zones"` // depth zones the balls are met in
}

// DrillVersion is a state a drill was saved in.
type DrillVersion struct {
	Version int         `json:"version"`
	SavedAt int64       `json:"savedAt"` // ms since 1970
	Drill   drill.Drill `json:"drill"`
}

// MoverOf is how a student of that level moves.
func MoverOf(level string) footwork.Mover {
	return map[string]footwork.Mover{"beginner": footwork.Junior, "performance": footwork.Performance, "club": footwork.Club}[level]
}

// shelf sums a drill up for the shelf.
func shelf(id string, version int, own bool, d drill.Drill) ShelfDrill {
	out := ShelfDrill{ID: id, Version: version, Own: own, Drill: d, Zones: []string{}, Effort: footwork.Easy}
	c, err := d.Court()
	if err != nil {
		return out
	}
	out.Sport = c.Sport
	plan, err := d.Pattern.Reckon(MoverOf(string(d.Level)), false)
	if err != nil {
		return out
	}
	out.Seconds, out.Metres, out.Balls = plan.Seconds, plan.Metres, len(plan.Balls)
	for _, e := range []footwork.Effort{footwork.Easy, footwork.Working, footwork.Stretch, footwork.Unreachable} {
		if plan.Efforts[e] > 0 {
			out.Effort = e
		}
	}
	for _, s := range c.Schemes {
		if s.Kind != court.ByDepth {
			continue
		}
		for _, b := range plan.Balls {
			if name := s.Zones[s.At(b.At.Floor(), d.Pattern.Hand)].Name; !slices.Contains(out.Zones, name) {
				out.Zones = append(out.Zones, name)
			}
		}
		break
	}
	return out
}

// shipped is the part of the shelf that never changes.
var shipped = sync.OnceValue(func() []ShelfDrill {
	var out []ShelfDrill
	for _, e := range library.All() {
		out = append(out, shelf(e.ID, 0, false, e.Drill))
	}
	return out
})

func readShelf(r gen.Drill) (ShelfDrill, error) {
	var d drill.Drill
	if err := json.Unmarshal([]byte(r.Body), &d); err != nil {
		return ShelfDrill{}, fmt.Errorf("drill %s: %w", r.ID, err)
	}
	return shelf(r.ID, int(r.Version), true, d), nil
}

// Drills is the shelf: the club's own, latest first, then those that ship.
func (c *Club) Drills(ctx context.Context) (out []ShelfDrill, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDrills(ctx)
		if err != nil {
			return err
		}
		for _, r := range rows {
			s, err := readShelf(r)
			if err != nil {
				return err
			}
			out = append(out, s)
		}
		out = append(out, shipped()...)
		favourites, err := q.ListFavourites(ctx)
		for i := range out {
			out[i].Favourite = slices.Contains(favourites, out[i].ID)
		}
		return err
	})
	return out, err
}

// Drill is one of the shelf, also one that was taken off it.
func (c *Club) Drill(ctx context.Context, id string) (out ShelfDrill, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if out, err = findDrill(ctx, q, id); err != nil {
			return err
		}
		favourites, err := q.ListFavourites(ctx)
		out.Favourite = slices.Contains(favourites, id)
		return err
	})
	return out, err
}

func findDrill(ctx context.Context, q *gen.Queries, id string) (ShelfDrill, error) {
	if i := slices.IndexFunc(shipped(), func(s ShelfDrill) bool { return s.ID == id }); i >= 0 {
		return shipped()[i], nil
	}
	r, err := q.GetDrill(ctx, id)
	if err != nil {
		return ShelfDrill{}, orMissing(err, "drill")
	}
	return readShelf(r)
}

// SaveDrill makes a drill of the club's own (version 0) or saves a change to
// the version that was read; a late save is refused with Stale. Those that ship
// cannot be saved over: a copy is made under an id of its own.
func (c *Club) SaveDrill(
	ctx context.Context,
	id string,
	version int,
	d drill.Drill,
) (out ShelfDrill, err error) {
	if p := d.Validate(); len(p) > 0 {
		var under units.Problems
		under.Under("drill", p)
		return out, under
	}
	if !lesson.IsID(id) {
		return out, units.Problems{
			{
				Field:  "id",
				Detail: "a drill that ships is not changed; save a copy under an id of its own, a UUID in lower case",
			},
		}
	}
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		out, err = c.putDrill(ctx, q, id, version, d)
		return err
	})
	return out, err
}

func (c *Club) putDrill(
	ctx context.Context,
	q *gen.Queries,
	id string,
	version int,
	d drill.Drill,
) (ShelfDrill, error) {
	body, err := json.Marshal(d)
	if err != nil {
		return ShelfDrill{}, err
	}
	now := c.Now().UnixMilli()
	current, err := findDrill(ctx, q, id)
	switch isNew := errors.As(err, &Missing{}) && version == 0; {
	case isNew:
		err = q.InsertDrill(ctx, gen.InsertDrillParams{ID: id, SavedAt: now, Body: string(body)})
	case err != nil:
		return ShelfDrill{}, err
	case current.Version != version:
		return ShelfDrill{}, Stale{
			What:    "drill",
			Drill:   &current,
			Changes: drillChanges(ctx, q, id, version, current.Drill),
		}
	default:
		err = q.UpdateDrill(ctx, gen.UpdateDrillParams{SavedAt: now, Body: string(body), ID: id})
	}
	if err == nil {
		err = q.InsertDrillVersion(
			ctx,
			gen.InsertDrillVersionParams{
				DrillID: id,
				Version: int64(version + 1),
				SavedAt: now,
				Body:    string(body),
			},
		)
	}
	return shelf(id, version+1, true, d), err
}

// drillChanges says which parts of a drill differ from the version edited.
func drillChanges(ctx context.Context, q *gen.Queries, id string, version int, now drill.Drill) []string {
	rows, err := q.ListDrillVersions(ctx, id)
	i := slices.IndexFunc(rows, func(r gen.ListDrillVersionsRow) bool { return int(r.Version) == version })
	if err != nil || i < 0 {
		return []string{}
	}
	var was, is map[string]json.RawMessage
	body, _ := json.Marshal(now)
	if json.Unmarshal([]byte(rows[i].Body), &was) != nil || json.Unmarshal(body, &is) != nil {
		return []string{}
	}
	out := []string{}
	for field, v := range is {
		if string(was[field]) != string(v) {
			out = append(out, strings.ToUpper(field[:1])+field[1:]+" changed")
		}
	}
	slices.Sort(out)
	return out
}

// RemoveDrill takes one of the club's own off the shelf.
func (c *Club) RemoveDrill(ctx context.Context, id string) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		n, err := q.RemoveDrill(ctx, id)
		if err == nil && n == 0 {
			return Missing{"drill of your own"}
		}
		return err
	})
}

// SetFavourite marks a drill, or takes the mark away.
func (c *Club) SetFavourite(ctx context.Context, id string, yes bool) error {
	return c.store.Write(ctx, func(q *gen.Queries) error {
		if _, err := findDrill(ctx, q, id); err != nil {
			return err
		}
		if yes {
			return q.AddFavourite(ctx, id)
		}
		return q.DropFavourite(ctx, id)
	})
}

// DrillVersions are the states a drill was saved in, latest first; none for
// one that ships.
func (c *Club) DrillVersions(ctx context.Context, id string) (out []DrillVersion, err error) {
	out = []DrillVersion{}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		rows, err := q.ListDrillVersions(ctx, id)
		for _, r := range rows {
			v := DrillVersion{Version: int(r.Version), SavedAt: r.SavedAt}
			if err := json.Unmarshal([]byte(r.Body), &v.Drill); err != nil {
				return err
			}
			out = append(out, v)
		}
		return err
	})
	return out, err
}

// AddDrills puts drills on the shelf as the club's own, all or none.
func (c *Club) AddDrills(ctx context.Context, drills []drill.Drill) (out []ShelfDrill, err error) {
	err = c.store.Write(ctx, func(q *gen.Queries) error {
		for _, d := range drills {
			id, err := uuid.NewV7()
			if err != nil {
				return err
			}
			s, err := c.putDrill(ctx, q, id.String(), 0, d)
			if err != nil {
				return err
			}
			out = append(out, s)
		}
		return nil
	})
	return out, err
}

// Asked is for whom a drill is checked; the drill's own level, number and
// minutes stand in for what is left out.
type Asked struct {
	Student    string
	Level      string
	Students   int
	Minutes    int
	Paths      bool
	Neighbours bool
	Quick      bool // no fixes to the notices, as while something is dragged
	System     units.System
}

// DrillCheck is the whole reckoning of a drill on the workbench.
type DrillCheck struct {
	Plan       pattern.Plan      `json:"plan"`
	Wheels     drill.Wheels      `json:"wheels"`
	Player     drill.PlayerPlan  `json:"player"`
	Notices    []drill.Notice    `json:"notices"`
	Cautions   []string          `json:"cautions"`
	Neighbours []drill.Neighbour `json:"neighbours,omitempty"`
}

// CheckDrill reckons a drill as it stands on the bench, saved or not, for a
// student or for anybody of a level.
func (c *Club) CheckDrill(ctx context.Context, d *drill.Drill, a Asked) (out DrillCheck, err error) {
	if p := d.Validate(); len(p) > 0 {
		var under units.Problems
		under.Under("drill", p)
		return out, under
	}
	who := lesson.Student{Name: "a student", Hand: d.Pattern.Hand, Level: progress.Level(a.Level)}
	if a.Level == "" {
		who.Level = progress.Level(d.Level)
	}
	if a.Student != "" {
		if who, err = c.known(ctx, a.Student); err != nil {
			return out, err
		}
	}
	if a.Students == 0 {
		a.Students = d.Players.Best
	}
	if a.Minutes == 0 {
		a.Minutes = d.Minutes.Best
	}
	mover := MoverOf(string(who.Level))
	if out.Plan, err = d.Pattern.Reckon(mover, a.Paths); err != nil {
		return out, err
	}
	players := lesson.Players(d, []lesson.Student{who})
	out.Player = d.Turns(float64(a.Students), float64(a.Minutes)).Player(players[0])
	out.Wheels = d.Wheels(out.Plan, a.Students, float64(a.Minutes))
	out.Notices = d.Notices(mover, out.Plan, &players[0], !a.Quick, a.System)
	out.Cautions = d.AllCautions()
	if a.Neighbours {
		out.Neighbours = d.Neighbours(
			mover,
			func(b *drill.Drill) []drill.Player { return lesson.Players(b, []lesson.Student{who}) },
		)
	}
	return out, nil
}

// known is a student with what was counted of them.
func (c *Club) known(ctx context.Context, id string) (s lesson.Student, err error) {
	err = c.store.View(ctx, func(q *gen.Queries) error {
		s, err = studentOfLesson(ctx, q, id, c.Now())
		return err
	})
	return s, err
}

// studentOfLesson reads a student with the counts of every skill.
func studentOfLesson(ctx context.Context, q *gen.Queries, id string, now time.Time) (lesson.Student, error) {
	row, err := q.GetStudent(ctx, id)
	if err != nil {
		return lesson.Student{}, orMissing(err, "student")
	}
	results, err := q.ListResultsOfStudent(ctx, id)
	if err != nil {
		return lesson.Student{}, err
	}
	s := lesson.Student{ID: row.ID, Name: row.Name, Hand: student(row).Hand, Level: student(row).Level}
	seen := evidence(results)
	s.Seen = make(map[string][]progress.Evidence, len(seen))
	for skill := range seen {
		s.Seen[skill] = seen.at(skill, now)
	}
	sessions, err := q.ListSessionsOfStudent(
		ctx,
		gen.ListSessionsOfStudentParams{Student: id, Since: now.AddDate(0, 0, -35).UnixMilli()},
	)
	for _, r := range sessions {
		s.Sessions = append(
			s.Sessions,
			progress.Session{
				DaysAgo: now.Sub(time.UnixMilli(r.StartedAt)).Hours() / 24,
				Minutes: r.Minutes,
				Rating:  float64(r.Rating),
			},
		)
	}
	return s, err
}

// Shelf sums drills up as the shelf would, without putting them there.
func Shelf(drills []drill.Drill) []ShelfDrill {
	out := make([]ShelfDrill, len(drills))
	for i, d := range drills {
		out[i] = shelf("unsaved", 0, true, d)
	}
	return out
}

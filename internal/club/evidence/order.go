package evidence

import (
	"context"

	"hodometer/core/game"
	"hodometer/core/plan"
	"hodometer/core/units"
	"hodometer/internal/club/students"
	"hodometer/internal/store/gen"
)

// Order is what a group's games say of who is how strong.
type Order struct {
	game.Order
	Names []string `json:"names"` // by place in the order asked for
	IDs   []string `json:"ids"`
}

// OrderOf students by the games they played against each other and others: most of it is
// their level until there are games.
func (c *Ledger) OrderOf(ctx context.Context, ids []string, longest int) (out Order, err error) {
	if len(ids) < 2 {
		return out, units.Problems{{Field: "students", Detail: "a ranking needs at least two students"}}
	}
	err = c.store.View(ctx, func(q *gen.Queries) error {
		if err := students.Known(ctx, q, ids); err != nil {
			return err
		}
		them := make([]plan.Student, len(ids))
		for i, id := range ids {
			row, err := q.GetStudent(ctx, id)
			if err != nil {
				return err
			}
			s := students.Of(row)
			them[i] = plan.Student{ID: s.ID, Name: s.Name, Hand: s.Hand, Level: s.Level}
			out.Names, out.IDs = append(out.Names, s.Name), append(out.IDs, s.ID)
		}
		if err := standing(ctx, q, them); err != nil {
			return err
		}
		if them[0].Standing == nil {
			plan.Stand(them, nil, nil)
		}
		out.Order = game.OrderOf(*them[0].Standing, len(ids), longest)
		return nil
	})
	return out, err
}

package documents

import (
	"context"
	"encoding/json"

	"hodometer/core/course"
	"hodometer/internal/store/gen"
)

// CalledOff are the lessons of weekly plans that will not be given, by id.
func CalledOff(ctx context.Context, q *gen.Queries) (map[string]bool, error) {
	off := map[string]bool{}
	_, err := All(ctx, q, Courses, func(r gen.Document) (c course.Course, err error) {
		err = json.Unmarshal([]byte(r.Body), &c)
		for _, s := range c.Lessons {
			if s.State != course.Planned {
				off[s.ID] = true
			}
		}
		return c, err
	})
	return off, err
}

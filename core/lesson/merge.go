package lesson

import (
	"reflect"
	"slices"
)

// Merge puts two changes of one lesson together: base as both read it, theirs as
// it was saved meanwhile, mine as it is now. Each field and each block goes to
// whoever changed it; a block that one removed and the other changed stays. ok
// is false where both changed the same thing to something else, and then nothing
// is merged.
func Merge(base, theirs, mine *Lesson) (out Lesson, ok bool) {
	out, ok = *theirs, true
	one := func(b, t, m reflect.Value, set func(reflect.Value)) {
		switch bi, ti, mi := b.Interface(), t.Interface(), m.Interface(); {
		case reflect.DeepEqual(bi, mi) || reflect.DeepEqual(ti, mi):
		case reflect.DeepEqual(bi, ti):
			set(m)
		default:
			ok = false
		}
	}
	b, t, m, o := reflect.ValueOf(base).
		Elem(),
		reflect.ValueOf(theirs).
			Elem(),
		reflect.ValueOf(mine).
			Elem(),
		reflect.ValueOf(&out).
			Elem()
	for i := range b.NumField() {
		if name := b.Type().
			Field(i).
			Name; name != "ID" && name != "Version" && name != "Blocks" && name != "Format" &&
			name != "FormatVersion" {
			one(b.Field(i), t.Field(i), m.Field(i), o.Field(i).Set)
		}
	}
	blocks := map[string]*Block{} // as they come out; nil: gone
	for _, from := range []*Lesson{base, theirs, mine} {
		for i := range from.Blocks {
			blocks[from.Blocks[i].ID] = nil
		}
	}
	for id := range blocks {
		was, now, own := base.Block(id), theirs.Block(id), mine.Block(id)
		switch {
		case reflect.DeepEqual(was, own) || reflect.DeepEqual(now, own):
			blocks[id] = now
		case reflect.DeepEqual(was, now) || now == nil: // mine alone, or removed there and changed here
			blocks[id] = own
		case own == nil:
			blocks[id] = now
		default:
			ok = false
		}
	}
	// The order is that of whoever moved blocks; what the other added goes after
	// the block it stood behind.
	first, second := theirs, mine
	if order(base, theirs) == order(theirs, base) && order(base, mine) != order(mine, base) {
		first, second = mine, theirs
	} else if order(base, mine) != order(mine, base) && order(theirs, mine) != order(mine, theirs) {
		ok = false
	}
	out.Blocks = []Block{}
	for i := range first.Blocks {
		if b := blocks[first.Blocks[i].ID]; b != nil {
			out.Blocks = append(out.Blocks, *b)
		}
	}
	for i := range second.Blocks {
		b := blocks[second.Blocks[i].ID]
		if b == nil || out.Block(b.ID) != nil {
			continue
		}
		at := 0
		for j := i - 1; j >= 0; j-- {
			if k := slices.IndexFunc(
				out.Blocks,
				func(o Block) bool { return o.ID == second.Blocks[j].ID },
			); k >= 0 {
				at = k + 1
				break
			}
		}
		out.Blocks = slices.Insert(out.Blocks, at, *b)
	}
	return out, ok
}

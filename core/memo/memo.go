// Package memo remembers answers that are dear to reckon and asked for again and
// again: flights, chances, blocks of a lesson. Answers must hang on their keys
// alone, so that what is remembered is what would be reckoned anew.
package memo

import "sync"

// Of remembers values by their keys. It may be used by many at once; the zero
// value is ready, and nil remembers nothing.
type Of[K comparable, V any] struct {
	mu    sync.Mutex
	known map[K]V
}

// Get is the value of a key: as it is known, or as it is made. When most are
// known all are forgotten, which is simple and rare. Two who ask at once may both
// make it.
func (m *Of[K, V]) Get(key K, most int, reckon func() V) V {
	return m.GetIf(key, most, func() (V, bool) { return reckon(), true })
}

// GetIf is Get, where what is made is remembered only if it says so: not an answer that
// was broken off.
func (m *Of[K, V]) GetIf(key K, most int, reckon func() (v V, whole bool)) V {
	if m == nil {
		v, _ := reckon()
		return v
	}
	m.mu.Lock()
	v, ok := m.known[key]
	m.mu.Unlock()
	if ok {
		return v
	}
	v, whole := reckon()
	if !whole {
		return v
	}
	m.mu.Lock()
	defer m.mu.Unlock()
	if m.known == nil || len(m.known) >= most {
		m.known = map[K]V{}
	}
	m.known[key] = v
	return v
}

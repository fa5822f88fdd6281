package answer

// Gone says that something was erased for good, and is not to be brought back.
type Gone struct{ What string }

func (g Gone) Error() string { return "this " + g.What + " was erased" }

package units

// Ages are the bands a student's age is kept in: no birth date is. For the young they
// are those in which courts and balls change [trade].
var Ages = []Term{
	{ID: "under8", Label: "under 8"},
	{ID: "8to9", Label: "8 or 9"},
	{ID: "10to11", Label: "10 or 11"},
	{ID: "12to14", Label: "12 to 14"},
	{ID: "15to17", Label: "15 to 17"},
	{ID: "adult", Label: "adult"},
	{ID: "over50", Label: "over 50"},
}

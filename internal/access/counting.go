package access

import (
	"slices"

	"hodometer/core/run"
)

// Counting is something that happened in a lesson which somebody wants to enter: what, how long
// ago the lesson was, whether it is finished or out of the log, whether it only comes late, and
// whether it leaves alone what was entered on other devices.
type Counting struct {
	Kind           run.Kind
	DaysAgo        int
	Finished, Gone bool
	Late           bool
	Own            bool
}

// takesOut are the kinds that take a whole lesson out of the log.
var takesOut = []run.Kind{run.Remove, run.GiveUp}

// MayCount returns why a role may not enter that, or nil. A coach enters everything. An assistant
// counts in the lessons of today and yesterday, takes back only what was entered on the same
// device, and adds nothing to a lesson that is finished or gone but what happened before and
// comes late.
func (r Role) MayCount(c Counting) error {
	why := ""
	switch {
	case r.May(Coach):
	case !r.May(Assistant):
		return errNotYours
	case slices.Contains(takesOut, c.Kind):
		why = "An assistant cannot remove a lesson from the log."
	case c.Gone:
		why = "This lesson was taken out of the log."
	case !c.Own:
		why = "An assistant changes only what was entered on the same device."
	case c.Finished && !c.Late:
		why = "This lesson is finished."
	case (c.DaysAgo < -1 || c.DaysAgo > 1) && !c.Late:
		why = "An assistant counts only in the lessons of today and yesterday."
	}
	if why == "" {
		return nil
	}
	return Wrong{why + " Ask a coach. Nothing was changed."}
}

package access

import (
	"slices"
	"strings"
)

// Role is what somebody may do; each may do what those before it may.
type Role string

// The roles, from who has not come in.
const (
	Nobody    Role = "nobody"
	Assistant Role = "assistant" // counts: sees lessons and who is in them, and runs them
	Coach     Role = "coach"     // plans, judges and keeps students
	Owner     Role = "owner"     // says who comes in, and keeps the copies
)

var order = []Role{Nobody, Assistant, Coach, Owner}

// May says whether a role is enough where least is asked.
func (r Role) May(least Role) bool {
	return slices.Index(order, r) >= slices.Index(order, least) && slices.Contains(order, least)
}

// rule is for one operation: the least role, and what somebody did who did it, to be
// followed by the name of what it was done to; "" where nothing is changed by it.
type rule struct {
	least Role
	did   string
	// failed is what somebody did who failed at this door.
	failed string
}

// rules are for all operations of the contract. One that is not here is refused.
var rules = map[string]rule{
	// The doors: whoever wants to come in asks these.
	"getAccess":  {Nobody, "", ""},
	"signIn":     {Nobody, "signed in with the passphrase", "entered a wrong passphrase"},
	"pairDevice": {Nobody, "signed in with a code", "entered a wrong code"},
	"openCard":   {Nobody, "", "opened a link that is not valid"},
	"signOut":    {Assistant, "", ""},
	// What no page is without, the door's among them; the same in every club.
	"getVocabulary": {Nobody, "", ""},
	"listBases":     {Nobody, "", ""},
	"listCourts":    {Nobody, "", ""},
	// Who comes in, and the copies, which hold everything.
	"setPassphrase":   {Coach, "set a new passphrase", ""},
	"listCoaches":     {Coach, "", ""},
	"addCoach":        {Owner, "added a coach", ""},
	"changeCoach":     {Owner, "changed a coach:", ""},
	"handOverLessons": {Owner, "handed over the lessons of", ""},
	"setZone":         {Owner, "set the time zone of the club", ""},
	"getRetention":    {Owner, "", ""},
	"setRetention":    {Owner, "set how long notes are kept", ""},
	"makeCode":        {Owner, "made a code for a new device", ""},
	"listDevices":     {Owner, "", ""},
	"changeDevice":    {Owner, "changed the role of a device", ""},
	"endDevice":       {Owner, "signed a device out", ""},
	"listDeeds":       {Owner, "", ""},
	"eraseStudent":    {Owner, "erased a student for good", ""},
	"eraseLesson":     {Owner, "erased a lesson for good", ""},
	"eraseRun":        {Owner, "erased a given lesson for good", ""},
	"archiveStudent":  {Owner, "exported all about", ""},
	"listCopies":      {Owner, "", ""},
	"takeCopy":        {Owner, "made a backup", ""},
	"getCopy":         {Owner, "downloaded a backup", ""},
	// What is needed on court: lessons, who is in them, and counting.
	"listStudents":     {Assistant, "", ""},
	"listGroups":       {Assistant, "", ""},
	"getGroup":         {Assistant, "", ""},
	"listLessons":      {Assistant, "", ""},
	"lastLesson":       {Assistant, "", ""},
	"getLesson":        {Assistant, "", ""},
	"getLessonSummary": {Assistant, "", ""},
	"getSheet":         {Assistant, "", ""},
	"listRuns":         {Assistant, "", ""},
	"getRun":           {Assistant, "", ""},
	"putRun":           {Assistant, "", ""},
	"streamRun":        {Assistant, "", ""},
	"addEvents":        {Assistant, "counted in", ""},
	"listAside":        {Owner, "", ""},
	"decideAside":      {Owner, "decided about counts of a lesson that is not here", ""},
	// What says nothing about anybody.
	"listBlockTemplates": {Assistant, "", ""},
	"listWarmUps":        {Assistant, "", ""},
	"blankDrill":         {Assistant, "", ""},
	"reckonGoal":         {Assistant, "", ""},
	"reckonTarget":       {Assistant, "", ""},
	"reckonFlight":       {Assistant, "", ""},
	"reckonFootwork":     {Assistant, "", ""},
	"reckonRace":         {Assistant, "", ""},
	"reckonHandicap":     {Assistant, "", ""},
	"reckonSigma":        {Assistant, "", ""},
	"reckonEstimate":     {Assistant, "", ""},
	"reckonRotation":     {Assistant, "", ""},
	"reckonTempo":        {Assistant, "", ""},
	"reckonWindow":       {Assistant, "", ""},
	"reckonRecovery":     {Assistant, "", ""},
	"reckonGame":         {Assistant, "", ""},
	"reckonScore":        {Assistant, "", ""},
	"reckonLevels":       {Assistant, "", ""},
	"listDrills":         {Assistant, "", ""},
	"checkDrill":         {Assistant, "", ""},
	"checkProgramme":     {Assistant, "", ""},
	"useMachine":         {Assistant, "", ""},
	"getDrill":           {Assistant, "", ""},
	"listDrillVersions":  {Assistant, "", ""},
	"listGames":          {Assistant, "", ""},
	"getGame":            {Assistant, "", ""},
	"listGameVersions":   {Assistant, "", ""},
	"listLadders":        {Assistant, "", ""},
	"getLadder":          {Assistant, "", ""},
	// Planning.
	"checkLesson":        {Coach, "", ""},
	"watchLesson":        {Coach, "", ""},
	"draftLessons":       {Coach, "", ""},
	"placeDrill":         {Coach, "", ""},
	"draftShortRound":    {Coach, "", ""},
	"matchFromBlock":     {Coach, "", ""},
	"listLessonVersions": {Coach, "", ""},
	"putLesson":          {Coach, "changed the lesson", ""},
	"giveLesson":         {Coach, "set who gives the lesson", ""},
	"listCourses":        {Coach, "", ""},
	"getCourse":          {Coach, "", ""},
	"planCourse":         {Coach, "", ""},
	"putCourse":          {Coach, "changed a weekly plan", ""},
	"removeCourse":       {Coach, "deleted a weekly plan", ""},
	"changeCourse":       {Coach, "changed a lesson of a weekly plan", ""},
	"draftCourseLesson":  {Coach, "drafted a lesson of a weekly plan", ""},
	"getCalendar":        {Coach, "", ""},
	"importDrills":       {Coach, "imported drills", ""},
	"exportDrills":       {Coach, "", ""},
	"putDrill":           {Coach, "changed a drill", ""},
	"removeDrill":        {Coach, "deleted a drill", ""},
	"setFavourite":       {Coach, "changed the favourites", ""},
	"importGames":        {Coach, "imported games", ""},
	"exportGames":        {Coach, "", ""},
	"putGame":            {Coach, "changed a game", ""},
	"removeGame":         {Coach, "deleted a game", ""},
	"putLadder":          {Coach, "changed a ladder", ""},
	"removeLadder":       {Coach, "deleted a ladder", ""},
	// Students, and the judgement of them.
	"exportStudents":       {Coach, "exported all students", ""},
	"importStudents":       {Coach, "imported students", ""},
	"orderStudents":        {Coach, "", ""},
	"getStudent":           {Coach, "", ""},
	"putStudent":           {Coach, "edited the profile of", ""},
	"putGroup":             {Coach, "changed a group", ""},
	"removeGroup":          {Coach, "deleted a group", ""},
	"listLaddersOfStudent": {Coach, "", ""},
	"moveStudent":          {Coach, "moved on a ladder:", ""},
	"takeBackMove":         {Coach, "undid a ladder move of", ""},
	"declineAdvice":        {Coach, "hid advice for", ""},
	"getHome":              {Coach, "", ""},
	"putHome":              {Coach, "chose home practice for", ""},
	"didAtHome":            {Coach, "noted home practice of", ""},
	"reportStudent":        {Coach, "", ""},
	"shareNote":            {Coach, "changed who may read a note about", ""},
	"putShown":             {Coach, "noted video or paper of", ""},
	"removeShown":          {Coach, "removed a line about video or paper of", ""},
	"mergeStudent":         {Coach, "merged into another:", ""},
	"splitStudent":         {Coach, "undid the merge of", ""},
	"listResults":          {Coach, "", ""},
	"shareParts":           {Coach, "exported parts of the club", ""},
	"takeParts":            {Coach, "imported parts of another club", ""},
	"listCardLinks":        {Coach, "", ""},
	"makeCardLink":         {Coach, "made a link to the card of", ""},
	"endCardLink":          {Coach, "revoked a link to the card of", ""},
}

// Least is the least role that may do an operation; false where there is no rule for it,
// and nobody may.
func Least(operation string) (Role, bool) {
	r, ok := rules[operation]
	return r.least, ok
}

// Operations are all that there is a rule for.
func Operations() []string {
	out := make([]string, 0, len(rules))
	for op := range rules {
		out = append(out, op)
	}
	slices.Sort(out)
	return out
}

// Parts of addEvents that an owner wants to see by themselves.
const (
	TookBack  = "addEvents:tookBack"
	Corrected = "addEvents:corrected"
	Judged    = "addEvents:judged"
	Finished  = "addEvents:finished"
	TookOut   = "addEvents:tookOut"
	CameLate  = "addEvents:late"
)

// parts are the words for them; %s is how many entries.
var parts = map[string]string{
	TookBack: "took back %s in", Corrected: "corrected %s in", Judged: "noted or rated %s in",
	Finished: "finished", TookOut: "took out of the log:", CameLate: "sent late: %s in",
}

// Said is a deed as a sentence goes on after who did it.
func Said(operation string, number int, named string) string {
	if words, ok := parts[operation]; ok {
		return strings.TrimSpace(strings.Replace(words, "%s", entries(number), 1) + " " + named)
	}
	if door, failed := strings.CutSuffix(operation, failedAt); failed {
		return rules[door].failed
	}
	return strings.TrimSpace(rules[operation].did + " " + named)
}

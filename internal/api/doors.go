package api

import (
	"context"
	"io"
	"net"
	"net/http"
	"os"
	"strings"
	"time"

	"hodometer/core/draft"
	"hodometer/core/run"
	"hodometer/internal/access"
	"hodometer/internal/club/answer"
	"hodometer/internal/club/evidence"
	"hodometer/internal/club/runs"
	"hodometer/internal/club/students"
	"hodometer/internal/reach"
	"hodometer/internal/store"

	"rsc.io/qr"
)

// Reach is how the server is reached, as whoever started it knows.
type Reach struct {
	Kind reach.Kind
	// URLs gives the addresses that a phone can type, Trust those where it learns to trust
	// the own authority.
	URLs, Trust func() []string
	Fingerprint string
	Names       []string // that it is reached by, besides localhost and IP addresses
	Proxy       net.IP   // that has the certificate, where Kind is Proxy
	// Served are more pages than the application's own, by the beginning of their path.
	Served map[string]http.Handler
}

// link is an address with the picture of it that a phone reads.
func link(url string) DoorLink {
	out := DoorLink{Url: url, Dark: []string{}}
	code, err := qr.Encode(url, qr.M)
	if err != nil {
		return out // too long for a picture; it can be typed
	}
	for y := range code.Size {
		var row strings.Builder
		for x := range code.Size {
			if code.Black(x, y) {
				row.WriteByte('1')
			} else {
				row.WriteByte('0')
			}
		}
		out.Dark = append(out.Dark, row.String())
	}
	return out
}

func links(urls func() []string, path string) []DoorLink {
	out := []DoorLink{}
	if urls == nil {
		return out
	}
	for _, u := range urls() {
		out = append(out, link(u+path))
	}
	return out
}

// accessOf is what the door says to a visitor.
func (h handlers) accessOf(ctx context.Context, v access.Visitor) (Access, error) {
	set, err := h.doors.HasPassphrase(ctx)
	out := Access{
		Open: h.doors.Open, Role: v.Role, Name: v.Name, Passphrase: set, Kind: AccessKind(h.reach.Kind),
		Links: []DoorLink{}, Zone: h.club.Zone(),
	}
	if v.Called != "" {
		out.Coach = &v.Called
	}
	if some, err := h.doors.HasCoaches(ctx); err != nil || some {
		out.Coaches = &some
	}
	if t := h.club.Trouble(); t != nil {
		out.Trouble = t.Why
	}
	if v.Role == access.Nobody || err != nil {
		return out, err
	}
	if v.Role == access.Owner {
		out.Links = links(h.reach.URLs, "/")
		if trust := links(h.reach.Trust, ""); len(trust) > 0 {
			out.Trust, out.Fingerprint = &trust, &h.reach.Fingerprint
		}
		if out.CopyDue, err = h.copyDue(ctx); err != nil {
			return out, err
		}
		if wait, e := h.club.KeptAside(ctx); e != nil || len(wait) > 0 {
			n := len(wait)
			out.Aside, err = &n, e
		}
	}
	return out, err
}

func (h handlers) GetAccess(ctx context.Context, _ GetAccessRequestObject) (GetAccessResponseObject, error) {
	out, err := h.accessOf(ctx, access.From(ctx))
	return GetAccess200JSONResponse(out), err
}

func (h handlers) SignIn(ctx context.Context, r SignInRequestObject) (SignInResponseObject, error) {
	v, err := h.doors.SignIn(ctx, value(r.Body.Coach, ""), r.Body.Passphrase, value(r.Body.Name, ""))
	if err != nil {
		return nil, err
	}
	out, err := h.accessOf(ctx, v)
	return SignIn200JSONResponse(out), err
}

func (h handlers) PairDevice(
	ctx context.Context,
	r PairDeviceRequestObject,
) (PairDeviceResponseObject, error) {
	v, err := h.doors.Pair(ctx, r.Body.Code, value(r.Body.Name, ""))
	if err != nil {
		return nil, err
	}
	out, err := h.accessOf(ctx, v)
	return PairDevice200JSONResponse(out), err
}

func (h handlers) SignOut(ctx context.Context, _ SignOutRequestObject) (SignOutResponseObject, error) {
	return SignOut204Response{}, h.doors.SignOut(ctx)
}

func (h handlers) SetPassphrase(
	ctx context.Context,
	r SetPassphraseRequestObject,
) (SetPassphraseResponseObject, error) {
	return SetPassphrase204Response{}, h.doors.ChangePassphrase(
		ctx, access.From(ctx), value(r.Body.Present, ""), r.Body.Passphrase,
	)
}

func (h handlers) SetZone(ctx context.Context, r SetZoneRequestObject) (SetZoneResponseObject, error) {
	return SetZone204Response{}, h.club.SetZone(ctx, r.Body.Zone)
}

func (h handlers) MakeCode(ctx context.Context, r MakeCodeRequestObject) (MakeCodeResponseObject, error) {
	c, err := h.doors.MakeCode(ctx, r.Body.Role, value(r.Body.Coach, ""))
	return MakeCode200JSONResponse{
		Digits: c.Digits, Role: c.Role, Expires: c.Expires.UnixMilli(),
		// After the #, so that it is in no log on the way.
		Links: links(h.reach.URLs, "/pair#"+c.Secret),
	}, err
}

func (h handlers) ListDevices(
	ctx context.Context,
	_ ListDevicesRequestObject,
) (ListDevicesResponseObject, error) {
	out, err := h.doors.Devices(ctx, access.From(ctx).Device)
	return ListDevices200JSONResponse(out), err
}

func (h handlers) ChangeDevice(
	ctx context.Context,
	r ChangeDeviceRequestObject,
) (ChangeDeviceResponseObject, error) {
	if err := h.doors.Change(ctx, r.Device, r.Body.Name, r.Body.Role); err != nil {
		return nil, err
	}
	out, err := h.doors.Devices(ctx, access.From(ctx).Device)
	return ChangeDevice200JSONResponse(out), err
}

func (h handlers) EndDevice(ctx context.Context, r EndDeviceRequestObject) (EndDeviceResponseObject, error) {
	return EndDevice204Response{}, h.doors.End(ctx, r.Device)
}

func (h handlers) ListCoaches(
	ctx context.Context,
	_ ListCoachesRequestObject,
) (ListCoachesResponseObject, error) {
	out, err := h.doors.Coaches(ctx)
	return ListCoaches200JSONResponse(out), err
}

func (h handlers) AddCoach(ctx context.Context, r AddCoachRequestObject) (AddCoachResponseObject, error) {
	if err := h.doors.AddCoach(ctx, r.Body.Name, r.Body.Passphrase); err != nil {
		return nil, err
	}
	out, err := h.doors.Coaches(ctx)
	return AddCoach200JSONResponse(out), err
}

func (h handlers) ChangeCoach(
	ctx context.Context,
	r ChangeCoachRequestObject,
) (ChangeCoachResponseObject, error) {
	b := r.Body
	change := access.CoachChange{Name: b.Name, Passphrase: b.Passphrase, Disabled: b.Disabled}
	if err := h.doors.ChangeCoach(ctx, r.Coach, change, ""); err != nil {
		return nil, err
	}
	out, err := h.doors.Coaches(ctx)
	return ChangeCoach200JSONResponse(out), err
}

func (h handlers) HandOverLessons(
	ctx context.Context,
	r HandOverLessonsRequestObject,
) (HandOverLessonsResponseObject, error) {
	if err := h.doors.HandOver(ctx, r.Coach, r.Body.To); err != nil {
		return nil, err
	}
	out, err := h.doors.Coaches(ctx)
	return HandOverLessons200JSONResponse(out), err
}

// GiveLesson sets who gives a lesson.
func (h handlers) GiveLesson(
	ctx context.Context,
	r GiveLessonRequestObject,
) (GiveLessonResponseObject, error) {
	if _, err := h.club.LessonInShort(ctx, r.Lesson); err != nil {
		return nil, err
	}
	if err := h.doors.Gives(ctx, r.Lesson, value(r.Body.Coach, "")); err != nil {
		return nil, err
	}
	out, err := h.club.LessonInShort(ctx, r.Lesson)
	return GiveLesson200JSONResponse(out), err
}

func (h handlers) ListDeeds(ctx context.Context, r ListDeedsRequestObject) (ListDeedsResponseObject, error) {
	out, err := h.doors.Deeds(ctx, value(r.Params.Before, 0))
	return ListDeeds200JSONResponse(out), err
}

func (h handlers) ListCardLinks(
	ctx context.Context,
	r ListCardLinksRequestObject,
) (ListCardLinksResponseObject, error) {
	out, err := h.doors.CardLinks(ctx, r.Student)
	return ListCardLinks200JSONResponse(out), err
}

func (h handlers) MakeCardLink(
	ctx context.Context,
	r MakeCardLinkRequestObject,
) (MakeCardLinkResponseObject, error) {
	if _, err := h.club.HomeOf(ctx, r.Student); err != nil {
		return nil, err
	}
	out, err := h.doors.MakeCardLink(ctx, r.Student, r.Body.Days)
	return MakeCardLink200JSONResponse(out), err
}

func (h handlers) EndCardLink(
	ctx context.Context,
	r EndCardLinkRequestObject,
) (EndCardLinkResponseObject, error) {
	return EndCardLink204Response{}, h.doors.EndCardLink(ctx, r.Student, r.Link)
}

// OpenCard shows the practices of one student, and of the name the first alone.
func (h handlers) OpenCard(ctx context.Context, r OpenCardRequestObject) (OpenCardResponseObject, error) {
	student, expires, err := h.doors.OpenCard(ctx, r.Body.Secret)
	if err != nil {
		return nil, err
	}
	home, err := h.club.HomeOf(ctx, student)
	if err != nil {
		return nil, err
	}
	name, err := h.club.FirstName(ctx, student)
	return OpenCard200JSONResponse{Name: name, Expires: expires, Practices: home.Practices}, err
}

const week = 7 * 24 * time.Hour

// copyDue says whether there is work in the club of which no copy was made for a week.
func (h handlers) copyDue(ctx context.Context) (bool, error) {
	if h.copies == nil {
		return false, nil
	}
	last, changed := h.copies.Since()
	if !changed || h.copies.Now().Sub(last) < week {
		return false, nil
	}
	since, err := h.club.Since(ctx)
	return err == nil && !since.IsZero() && h.copies.Now().Sub(since) > week, err
}

func (h handlers) copiesNow(ctx context.Context) (Copies, error) {
	if h.copies == nil {
		return Copies{Copies: []store.Copy{}}, nil
	}
	all, err := h.copies.List()
	if err != nil {
		return Copies{}, err
	}
	due, err := h.copyDue(ctx)
	return Copies{Copies: all, Due: due, Folder: h.copies.Dir}, err
}

func (h handlers) ListCopies(
	ctx context.Context,
	_ ListCopiesRequestObject,
) (ListCopiesResponseObject, error) {
	out, err := h.copiesNow(ctx)
	return ListCopies200JSONResponse(out), err
}

func (h handlers) TakeCopy(ctx context.Context, _ TakeCopyRequestObject) (TakeCopyResponseObject, error) {
	if h.copies == nil {
		return nil, store.Refused{Why: "This server was started without a folder for backups."}
	}
	if _, err := h.copies.Take(ctx); err != nil {
		return nil, err
	}
	out, err := h.copiesNow(ctx)
	return TakeCopy200JSONResponse(out), err
}

func (h handlers) GetCopy(_ context.Context, r GetCopyRequestObject) (GetCopyResponseObject, error) {
	if h.copies == nil {
		return nil, answer.Missing{What: "copy"}
	}
	path, ok := h.copies.File(r.Copy)
	if !ok {
		return nil, answer.Missing{What: "copy"}
	}
	f, err := os.Open(path)
	if err != nil {
		return nil, err
	}
	return attachment{closing{f}, "application/vnd.sqlite3", r.Copy}, nil
}

// VisitGetCopyResponse writes it.
func (f attachment) VisitGetCopyResponse(w http.ResponseWriter) error { return f.write(w) }

// closing closes a file once it has been read to its end.
type closing struct{ *os.File }

func (c closing) Read(p []byte) (int, error) {
	n, err := c.File.Read(p)
	if err == io.EOF {
		c.Close()
	}
	return n, err
}

// by is who asks, for what they want to count.
func by(ctx context.Context) runs.By {
	v := access.From(ctx)
	out := runs.By{Device: v.Device, Since: v.Since, Took: func(fresh []run.Event, late int) {
		noteEvents(ctx, fresh)
		if late > 0 {
			access.Did(ctx, access.CameLate, late)
		}
	}}
	if !v.Role.May(access.Coach) {
		out.May = func(a runs.Asked) error { return v.Role.MayCount(access.Counting(a)) }
	}
	return out
}

// noteEvents says what an owner wants to see of the events that were new: counting is one deed, and
// what takes back, corrects, judges or ends is told by itself. What is sent again is no deed.
func noteEvents(ctx context.Context, events []run.Event) {
	access.DidNothing(ctx)
	for _, e := range events {
		switch e.Kind {
		case run.Undo:
			access.Did(ctx, access.TookBack, 1)
		case run.Amend, run.Counted, run.Scored, run.Lasted:
			access.Did(ctx, access.Corrected, 1)
		case run.Engagement, run.Effort, run.Confidence, run.Note, run.Tag, run.There:
			access.Did(ctx, access.Judged, 1)
		case run.Finish:
			access.Did(ctx, access.Finished, 0)
		case run.GiveUp, run.Remove:
			access.Did(ctx, access.TookOut, 0)
		default:
			access.Did(ctx, "addEvents", 0)
		}
	}
}

// ListAside lists counts of lessons that this file does not have.
func (h handlers) ListAside(ctx context.Context, _ ListAsideRequestObject) (ListAsideResponseObject, error) {
	out, err := h.club.KeptAside(ctx)
	return ListAside200JSONResponse(out), err
}

// DecideAside takes such counts in, or discards them.
func (h handlers) DecideAside(
	ctx context.Context,
	r DecideAsideRequestObject,
) (DecideAsideResponseObject, error) {
	return DecideAside204Response{}, h.club.DecideAside(ctx, r.Run, r.Body.Take)
}

// counting returns what somebody who only counts may know of a run: of what coaches wrote and judged,
// only what was entered on the same device.
func counting(ctx context.Context, r runs.Run) runs.Run {
	if access.From(ctx).Role.May(access.Coach) {
		return r
	}
	r.Students = asSeen(ctx, r.Students)
	r.State = r.State.Unjudged()
	r.Events = run.Unjudged(r.Events)
	r.Words, r.Home = []string{}, map[string][]draft.Practice{}
	r.Questions = []string{}
	return r
}

// judged leaves out of the log what coaches wrote and judged, for somebody who only counts.
func judged(ctx context.Context, log answer.Page[evidence.Entry]) answer.Page[evidence.Entry] {
	if access.From(ctx).Role.May(access.Coach) {
		return log
	}
	for i := range log.Items {
		e := &log.Items[i]
		e.Note = ""
		for j := range e.Students {
			e.Students[j].Note, e.Students[j].Felt = "", evidence.Felt{}
		}
	}
	return log
}

// asSeen leaves out of students what somebody who only counts does not need.
func asSeen(ctx context.Context, all []students.Student) []students.Student {
	if access.From(ctx).Role.May(access.Coach) {
		return all
	}
	out := make([]students.Student, len(all))
	for i, s := range all {
		s.Age, s.Aims, s.Dates, s.Notes = "", "", nil, ""
		out[i] = s
	}
	return out
}

// GetRetention says how long what was written about students is kept.
func (h handlers) GetRetention(
	ctx context.Context,
	_ GetRetentionRequestObject,
) (GetRetentionResponseObject, error) {
	months, err := h.club.Retention(ctx)
	return GetRetention200JSONResponse{Months: months}, err
}

// SetRetention sets how long.
func (h handlers) SetRetention(
	ctx context.Context,
	r SetRetentionRequestObject,
) (SetRetentionResponseObject, error) {
	if err := h.club.SetRetention(ctx, r.Body.Months); err != nil {
		return nil, err
	}
	_, err := h.club.Retain(ctx)
	return SetRetention204Response{}, err
}

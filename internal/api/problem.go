package api

import (
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"regexp"
	"strconv"
	"strings"

	"hodometer/core/units"
	"hodometer/internal/access"
	"hodometer/internal/club/answer"
	"hodometer/internal/store"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/labstack/echo/v5"
)

// problem says what went wrong in the words of RFC 9457.
func problem(err error) Problem {
	p := Problem{Type: AboutBlank}
	var (
		fields  units.Problems
		missing answer.Missing
		erased  answer.Gone
		stale   answer.Stale
		status  echo.HTTPStatusCoder
		large   *http.MaxBytesError
		request *openapi3filter.RequestError
		wrong   access.Wrong
		trouble store.Trouble
		refused store.Refused
	)
	switch {
	case errors.As(err, &fields):
		p.Detail = fields.Error()
		p.Status, p.Errors = http.StatusUnprocessableEntity, (*[]FieldProblem)(&fields)
	case errors.As(err, &missing):
		p.Status, p.Detail = http.StatusNotFound, "This "+missing.What+" does not exist. "+
			"The link may be old. Nothing was changed."
	case errors.As(err, &erased):
		p.Status, p.Detail = http.StatusGone, "This "+erased.What+" was erased for good."
	case errors.As(err, &stale):
		p.Status, p.Changes = http.StatusConflict, &stale.Changes
		if stale.Current != nil {
			p.Current, p.Version = &stale.Current, &stale.Version
		}
		p.Detail = "This " + stale.What + " was changed by someone else in the meantime. Nothing was " +
			"overwritten and your changes are still on your screen."
	case errors.As(err, &wrong):
		p.Status, p.Detail = http.StatusForbidden, wrong.Why
	case errors.As(err, &trouble):
		p.Status, p.Detail = http.StatusServiceUnavailable, trouble.Why
	case errors.As(err, &refused):
		p.Status, p.Detail = http.StatusServiceUnavailable, refused.Why
	case errors.As(err, &large), errors.Is(err, echo.ErrStatusRequestEntityTooLarge):
		p.Status, p.Detail = http.StatusRequestEntityTooLarge, fmt.Sprintf(
			"This holds too much: at most %d kB, and a file at most %d MB. Nothing was changed.",
			bodyLimit>>10, fileLimits["/api/v1/drills/import"]>>20,
		)
	case errors.As(err, &request):
		p.Status = http.StatusBadRequest
		fields = schemaProblems(request)
		p.Detail, p.Errors = fields.Error(), (*[]FieldProblem)(&fields)
	case errors.As(err, &status):
		p.Status, p.Detail = status.StatusCode(), err.Error()
		var said *echo.HTTPError
		switch {
		case p.Status == http.StatusNotFound:
			p.Detail = "Nothing exists at this address."
		case errors.As(err, &said) && said.Message != "":
			p.Detail = said.Message
		}
	default:
		p.Status, p.Detail = http.StatusInternalServerError, "Something went wrong on the server. "+
			"Nothing was changed. Try again."
	}
	p.Title = http.StatusText(p.Status)
	if sort, ok := sorts[p.Status]; ok {
		p.Type = sort
	}
	return p
}

// sorts of problem that a program can go by; any other is about its status alone.
var sorts = map[int]ProblemType{
	http.StatusBadRequest:            Problemsinvalid,
	http.StatusUnprocessableEntity:   Problemsinvalid,
	http.StatusNotFound:              Problemsmissing,
	http.StatusConflict:              Problemsstale,
	http.StatusUnauthorized:          Problemsrefused,
	http.StatusForbidden:             Problemsrefused,
	http.StatusServiceUnavailable:    Problemsunavailable,
	http.StatusRequestEntityTooLarge: ProblemstooLarge,
}

// unknown is how the validator words a field that the contract does not have.
var unknown = regexp.MustCompile(`^property "(.+)" is unsupported$`)

// schemaProblems names the field that does not fit the contract, in the same
// way as the core names fields. The text of a validator's error holds the whole
// value that was sent, so it is never asked for.
func schemaProblems(request *openapi3filter.RequestError) (out units.Problems) {
	var (
		schema *openapi3.SchemaError
		syntax *json.SyntaxError
	)
	switch {
	case request.Parameter != nil && request.Parameter.In == openapi3.ParameterInQuery:
		out.Add(request.Parameter.Name, "this cannot be asked for")
	case request.Parameter != nil:
		out.Add(request.Parameter.Name, "unknown id")
	case errors.As(request.Err, &schema):
		path := schema.JSONPointer()
		if name := unknown.FindStringSubmatch(schema.Reason); name != nil {
			out.Add(fieldPath(append(path, name[1])), "unknown field")
			break
		}
		out.Add(fieldPath(path), schema.Reason)
	case errors.As(request.Err, &syntax):
		out.Add("body", fmt.Sprintf("this is not JSON: %v at byte %d", syntax, syntax.Offset))
	default:
		out.Add("body", request.Reason)
	}
	return out
}

// fieldPath turns ["blocks", "1", "minutes"] into blocks[1].minutes.
func fieldPath(pointer []string) string {
	var b strings.Builder
	for _, p := range pointer {
		if _, err := strconv.Atoi(p); err == nil {
			b.WriteString("[" + p + "]")
			continue
		}
		if b.Len() > 0 {
			b.WriteByte('.')
		}
		b.WriteString(p)
	}
	if b.Len() == 0 {
		return "body"
	}
	return b.String()
}

func writeProblem(w http.ResponseWriter, p Problem) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.Header().Set("Cache-Control", "no-store")
	w.WriteHeader(p.Status)
	_ = json.NewEncoder(w).Encode(p) // the reader has gone; nobody is left to tell
}

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
	"hodometer/internal/club"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/labstack/echo/v5"
)

// problem says what went wrong in the words of RFC 9457.
func problem(err error) Problem {
	p := Problem{Type: "about:blank", Detail: err.Error()}
	var (
		fields  units.Problems
		missing club.Missing
		stale   club.Stale
		status  echo.HTTPStatusCoder
		large   *http.MaxBytesError
		request *openapi3filter.RequestError
		many    openapi3.MultiError
	)
	switch {
	case errors.As(err, &fields):
		p.Status, p.Errors = http.StatusUnprocessableEntity, (*[]FieldProblem)(&fields)
	case errors.As(err, &missing):
		p.Status, p.Detail = http.StatusNotFound, "There is no such "+missing.What+". It may have been opened from an old link; nothing was changed."
	case errors.As(err, &stale):
		p.Status, p.Changes, p.Current, p.CurrentDrill = http.StatusConflict, &stale.Changes, stale.Current, stale.Drill
		p.Detail = "This " + stale.What + " was changed by someone else meanwhile. Nothing was overwritten and your edit is still on your screen."
	case errors.As(err, &large), errors.Is(err, echo.ErrStatusRequestEntityTooLarge):
		p.Status, p.Detail = http.StatusRequestEntityTooLarge, fmt.Sprintf(
			"A request may hold up to %d kB. Nothing was changed.",
			bodyLimit>>10,
		)
	case errors.As(err, &many), errors.As(err, &request):
		p.Status = http.StatusBadRequest
		fields = schemaProblems(err, nil)
		p.Detail, p.Errors = fields.Error(), (*[]FieldProblem)(&fields)
	case errors.As(err, &status):
		p.Status = status.StatusCode()
		if p.Status == http.StatusNotFound {
			p.Detail = "There is nothing at this address."
		}
	default:
		p.Status, p.Detail = http.StatusInternalServerError, "Something went wrong on our side. Nothing was changed; please try again."
	}
	p.Title = http.StatusText(p.Status)
	return p
}

// unknown is how the validator words a field that the contract does not have.
var unknown = regexp.MustCompile(`^property "(.+)" is unsupported$`)

// schemaProblems names the fields that do not fit the contract, in the same
// way as the core names fields.
func schemaProblems(err error, out units.Problems) units.Problems {
	var (
		many    openapi3.MultiError
		schema  *openapi3.SchemaError
		request *openapi3filter.RequestError
		syntax  *json.SyntaxError
	)
	switch e := err.(type) {
	case openapi3.MultiError:
		many = e
	case *openapi3filter.RequestError:
		request = e
	case *openapi3.SchemaError:
		schema = e
	}
	switch {
	case many != nil:
		for _, e := range many {
			out = schemaProblems(e, out)
		}
	case schema != nil:
		path := schema.JSONPointer()
		if name := unknown.FindStringSubmatch(schema.Reason); name != nil {
			out.Add(fieldPath(append(path, name[1])), "there is no such field")
			break
		}
		out.Add(fieldPath(path), schema.Reason)
	case request != nil && request.Parameter != nil:
		out.Add(request.Parameter.Name, "this is not an id of ours")
	case request != nil && errors.As(request.Err, &syntax):
		out.Add("body", fmt.Sprintf("this is not JSON: %v at byte %d", syntax, syntax.Offset))
	case request != nil && request.Err != nil:
		return schemaProblems(request.Err, out)
	case request != nil:
		out.Add("body", request.Reason)
	default:
		out.Add("body", err.Error())
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

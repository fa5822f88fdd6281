package api

import (
	"context"
	"errors"
	"net/http"
	"net/http/httputil"
	"net/url"

	"github.com/labstack/echo/v5"

	"hodometer/core/machine"
	"hodometer/core/units"
)

func (h handlers) CheckProgramme(
	_ context.Context, r CheckProgrammeRequestObject,
) (CheckProgrammeResponseObject, error) {
	out, err := h.club.Machine(
		&r.Body.Drill, value(r.Body.Setting, machine.Setting{}), units.System(value(r.Body.Units, "metric")),
	)
	return CheckProgramme200JSONResponse(out), err
}

// UseMachine is done by toMachine, which has the connection.
func (h handlers) UseMachine(context.Context, UseMachineRequestObject) (UseMachineResponseObject, error) {
	return nil, errors.New("a connection to the ball machine was not handed on")
}

// toMachine hands a page's WebSocket on to the ball machine. A page of another site can open
// one too, so it must come from ours; to the machine it comes from nobody's page.
func toMachine(at *url.URL) StrictMiddlewareFunc {
	var relay *httputil.ReverseProxy
	if at != nil {
		relay = &httputil.ReverseProxy{
			Rewrite: func(r *httputil.ProxyRequest) {
				to := *at
				r.Out.URL, r.Out.Host = &to, at.Host
				for _, private := range []string{"Origin", "Cookie", "Authorization"} {
					r.Out.Header.Del(private)
				}
			},
			ErrorHandler: func(w http.ResponseWriter, _ *http.Request, _ error) {
				writeProblem(w, problem(echo.NewHTTPError(http.StatusServiceUnavailable,
					"The ball machine does not answer. Is it switched on?")))
			},
		}
	}
	return func(next StrictHandlerFunc, operation string) StrictHandlerFunc {
		if operation != "UseMachine" {
			return next
		}
		return func(c *echo.Context, _ any) (any, error) {
			r := c.Request()
			from, err := url.Parse(r.Header.Get("Origin"))
			switch {
			case err != nil || from.Host == "" || from.Host != r.Host:
				return nil, echo.NewHTTPError(
					http.StatusForbidden,
					"Only a page of this server may use the ball machine.",
				)
			case relay == nil:
				return nil, echo.NewHTTPError(
					http.StatusServiceUnavailable,
					"No ball machine is connected to this server.",
				)
			}
			relay.ServeHTTP(c.Response(), r)
			return nil, nil
		}
	}
}

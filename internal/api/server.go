package api

import (
	"context"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net/http"
	"strings"
	"sync"
	"time"

	"hodometer/internal/club"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"
	nethttpmiddleware "github.com/oapi-codegen/nethttp-middleware"
)

// bodyLimit is the most a request may hold, in bytes; a body of nothing but
// faults is then refused within a tenth of a second. A full lesson is under a
// fifth of it, the whole shelf as a file under three quarters.
const bodyLimit = 512 << 10

// tableLimit is the most a table of students may hold: a hundred thousand of them.
const tableLimit = 12 << 20

// isTable says whether a request brings a table.
func isTable(c *echo.Context) bool { return c.Request().URL.Path == "/api/v1/students/import" }

// patience is how long a request may reckon, unless told otherwise. The longest
// question that the contract allows takes about a second.
const patience = 20 * time.Second

// Options of a server.
type Options struct {
	Site  fs.FS        // the built screens; nil: API only
	Log   *slog.Logger // nil: slog's default
	Hosts []string     // names it is reached by, besides localhost and IP addresses
	// Patience is how long a request may reckon; 0: twenty seconds.
	Patience time.Duration
}

// New is the whole server: the API of openapi.yaml over a club, /healthz, and
// the screens.
func New(c *club.Club, o Options) (http.Handler, error) {
	if o.Log == nil {
		o.Log = slog.Default()
	}
	if o.Patience == 0 {
		o.Patience = patience
	}
	fits, err := contract()
	if err != nil {
		return nil, err
	}
	e := echo.NewWithConfig(echo.Config{Logger: o.Log, HTTPErrorHandler: onError})
	e.Use(
		middleware.RequestID(),
		middleware.RequestLoggerWithConfig(requestLog(o.Log)),
		middleware.Recover(),
		ourHosts(o.Hosts),
		middleware.GzipWithConfig(middleware.GzipConfig{
			MinLength: 1024,
			// The site is compressed when it is built; a stream says little at a time.
			Skipper: func(c *echo.Context) bool {
				return isStream(c.Request()) || !strings.HasPrefix(c.Request().URL.Path, "/api/")
			},
		}),
		middleware.SecureWithConfig(middleware.SecureConfig{
			ContentTypeNosniff: "nosniff",
			XFrameOptions:      "DENY",
			ReferrerPolicy:     "same-origin",
		}),
		echo.WrapMiddleware(http.NewCrossOriginProtection().Handler), // another site cannot write here
		middleware.ContextTimeoutWithConfig(middleware.ContextTimeoutConfig{
			Timeout: o.Patience,
			Skipper: func(c *echo.Context) bool { return isStream(c.Request()) },
		}),
		middleware.BodyLimitWithConfig(middleware.BodyLimitConfig{LimitBytes: bodyLimit, Skipper: isTable}),
		middleware.BodyLimitWithConfig(middleware.BodyLimitConfig{
			LimitBytes: tableLimit, Skipper: func(c *echo.Context) bool { return !isTable(c) },
		}),
		echo.WrapMiddleware(fits),
	)
	RegisterHandlers(e, NewStrictHandler(handlers{c}, nil))
	e.GET("/healthz", func(c *echo.Context) error { return c.String(http.StatusOK, "ok\n") })
	if o.Site != nil {
		e.GET("/*", echo.WrapHandler(serveSite(o.Site)))
	}
	return e, nil
}

// contract holds requests to openapi.yaml before any of our code sees them. It
// stops at the first fault: a body full of faults must not cost more than a
// good one.
var contract = sync.OnceValues(func() (func(http.Handler) http.Handler, error) {
	spec, err := GetSpec()
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	// A table is looked at row by row by who reads it, not by the contract.
	openapi3filter.RegisterBodyDecoder("text/csv", func(
		body io.Reader, _ http.Header, _ *openapi3.SchemaRef, _ openapi3filter.EncodingFn,
	) (any, error) {
		text, err := io.ReadAll(body)
		return string(text), err
	})
	refuse := func(
		_ context.Context, err error, w http.ResponseWriter, _ *http.Request, opts nethttpmiddleware.ErrorHandlerOpts,
	) {
		if opts.MatchedRoute == nil {
			err = echo.ErrNotFound
		}
		writeProblem(w, problem(err))
	}
	return nethttpmiddleware.OapiRequestValidatorWithOptions(spec, &nethttpmiddleware.Options{
		Options:              openapi3filter.Options{MultiError: false},
		DoNotValidateServers: true,
		Skipper:              func(r *http.Request) bool { return !strings.HasPrefix(r.URL.Path, "/api/") },
		ErrorHandlerWithOpts: refuse,
	}), nil
})

// requestLog writes a line for what failed on our side or took long; a lesson
// asks often, and a line for each would bury these.
func requestLog(log *slog.Logger) middleware.RequestLoggerConfig {
	const long = time.Second
	return middleware.RequestLoggerConfig{
		HandleError:  true, // the status is known once the error has been answered
		LogLatency:   true,
		LogMethod:    true,
		LogRequestID: true,
		LogStatus:    true,
		LogURIPath:   true,
		LogValuesFunc: func(c *echo.Context, v middleware.RequestLoggerValues) error {
			level := slog.LevelDebug
			switch {
			case v.Status >= http.StatusInternalServerError:
				level = slog.LevelError
			case v.Latency >= long && !isStream(c.Request()):
				level = slog.LevelWarn
			}
			fields := []slog.Attr{
				slog.String(
					"id",
					v.RequestID,
				),
				slog.String("method", v.Method),
				slog.String("path", v.URIPath),
				slog.Int("status", v.Status),
				slog.Duration("took", v.Latency),
			}
			if level == slog.LevelError && v.Error != nil {
				fields = append(fields, slog.Any("err", v.Error))
			}
			log.LogAttrs(c.Request().Context(), level, "request", fields...)
			return nil
		},
	}
}

func onError(c *echo.Context, err error) {
	if r, _ := echo.UnwrapResponse(c.Response()); r != nil && r.Committed {
		return
	}
	writeProblem(c.Response(), problem(err))
}

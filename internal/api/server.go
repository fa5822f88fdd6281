package api

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"maps"
	"net/http"
	"net/url"
	"regexp"
	"slices"
	"strings"
	"sync"
	"time"

	"hodometer/internal/access"
	"hodometer/internal/club"
	"hodometer/internal/reach"
	"hodometer/internal/store"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"
	nethttpmiddleware "github.com/oapi-codegen/nethttp-middleware"
)

// bodyLimit is the most a request may hold, in bytes; a body of nothing but
// faults is then refused within a tenth of a second. A full lesson is under a
// fifth of it.
const bodyLimit = 512 << 10

// fileLimits are the most that files may hold which are taken in: a hundred thousand
// students, a shelf four times as long as the one that ships.
var fileLimits = map[string]int64{
	"/api/v1/students/import": 12 << 20,
	"/api/v1/drills/import":   4 << 20,
	"/api/v1/games/import":    4 << 20,
	"/api/v1/share":           12 << 20,
}

// limited refuses what holds more than its address may.
func limited(next echo.HandlerFunc) echo.HandlerFunc {
	guarded := map[int64]echo.HandlerFunc{}
	for _, limit := range append(slices.Collect(maps.Values(fileLimits)), bodyLimit) {
		guarded[limit] = middleware.BodyLimit(limit)(next)
	}
	return func(c *echo.Context) error {
		return guarded[cmp.Or(fileLimits[c.Request().URL.Path], bodyLimit)](c)
	}
}

// patience is how long a request may reckon, unless told otherwise. The longest
// question that the contract allows takes about a second.
const patience = 20 * time.Second

// Options of a server.
type Options struct {
	Site   fs.FS         // the built screens; nil: API only
	Log    *slog.Logger  // nil: slog's default
	Doors  *access.Doors // who may come in
	Reach  Reach         // how it is reached
	Copies *store.Copies // of the club; nil: none are made
	// Machine is the address of a ball machine's WebSocket, as http or https; nil: there is none.
	Machine *url.URL
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
	if o.Doors == nil {
		return nil, errors.New("a server needs doors, if only open ones")
	}
	fits, err := contract()
	if err != nil {
		return nil, err
	}
	named, err := operations()
	if err != nil {
		return nil, err
	}
	settings := echo.Config{Logger: o.Log, HTTPErrorHandler: onError, IPExtractor: echo.ExtractIPDirect()}
	if o.Reach.Kind == reach.Proxy {
		settings.IPExtractor = o.Reach.client
	}
	e := echo.NewWithConfig(settings)
	ofScreens := func(c *echo.Context) bool { return !isAPI(c.Request()) }
	onlyAPI := func(m echo.MiddlewareFunc) echo.MiddlewareFunc {
		return func(next echo.HandlerFunc) echo.HandlerFunc {
			guarded := m(next)
			return func(c *echo.Context) error {
				if ofScreens(c) {
					return next(c)
				}
				return guarded(c)
			}
		}
	}
	e.Use(
		deadlines,
		ownIDs,
		middleware.RequestID(),
		middleware.RequestLoggerWithConfig(requestLog(o.Log)),
		middleware.Recover(),
		headers(o.Site, o.Reach.Kind, c.File()),
		ourHosts(o.Reach.Names),
		o.Reach.behind,
		middleware.GzipWithConfig(middleware.GzipConfig{
			MinLength: 1024,
			// The site is compressed when it is built; a stream says little at a time.
			Skipper: func(c *echo.Context) bool { return isStream(c.Request()) || ofScreens(c) },
		}),
		echo.WrapMiddleware(http.NewCrossOriginProtection().Handler), // another site cannot write here
		onlyAPI(echo.WrapMiddleware(o.Doors.Sessions)),
		onlyAPI(o.Doors.Guard(
			func(c *echo.Context) string { return named[c.Request().Method+" "+c.Path()] }, doneTo,
		)),
		middleware.ContextTimeoutWithConfig(middleware.ContextTimeoutConfig{
			Timeout: o.Patience,
			Skipper: func(c *echo.Context) bool { return isStream(c.Request()) },
		}),
		limited,
		echo.WrapMiddleware(fits),
	)
	RegisterHandlers(e, NewStrictHandler(
		handlers{c, o.Doors, o.Reach, o.Copies}, []StrictMiddlewareFunc{toMachine(o.Machine)},
	))
	e.GET("/healthz", func(ec *echo.Context) error {
		if t := c.Trouble(); t != nil {
			return ec.String(http.StatusServiceUnavailable, t.Why+"\n")
		}
		return ec.String(http.StatusOK, "ok\n")
	})
	for at, h := range o.Reach.Served {
		e.GET(at, echo.WrapHandler(h))
		e.GET(at+"/*", echo.WrapHandler(h))
	}
	if o.Site != nil {
		site := echo.WrapHandler(serveSite(o.Site))
		e.GET("/*", site)
		e.HEAD("/*", site)
	}
	return e, nil
}

// written is the contract, read once.
var written = sync.OnceValues(func() (*openapi3.T, error) {
	spec, err := GetSpec()
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	return spec, nil
})

// operations are the contract's names of our routes, by method and route.
func operations() (map[string]string, error) {
	spec, err := written()
	if err != nil {
		return nil, err
	}
	asRoute := strings.NewReplacer("{", ":", "}", "")
	out := map[string]string{}
	for path, item := range spec.Paths.Map() {
		for method, op := range item.Operations() {
			// What generates the embedded contract writes its names with a capital.
			name := strings.ToLower(op.OperationID[:1]) + op.OperationID[1:]
			out[method+" "+asRoute.Replace(path)] = name
		}
	}
	return out, nil
}

// doneTo is the id in the address of what an operation was done to; "" where there is none.
func doneTo(c *echo.Context) string {
	for _, part := range strings.Split(c.Path(), "/") {
		if name, ok := strings.CutPrefix(part, ":"); ok {
			return c.Param(name)
		}
	}
	return ""
}

// contract holds requests to openapi.yaml before any of our code sees them. It
// stops at the first fault: a body full of faults must not cost more than a
// good one.
var contract = sync.OnceValues(func() (func(http.Handler) http.Handler, error) {
	spec, err := written()
	if err != nil {
		return nil, err
	}
	// A table is looked at row by row by who reads it, not by the contract.
	openapi3filter.RegisterBodyDecoder("text/csv", func(
		body io.Reader, _ http.Header, _ *openapi3.SchemaRef, _ openapi3filter.EncodingFn,
	) (any, error) {
		text, err := io.ReadAll(body)
		return string(text), err
	})
	refuse := func(
		_ context.Context, err error, w http.ResponseWriter, r *http.Request, opts nethttpmiddleware.ErrorHandlerOpts,
	) {
		if opts.MatchedRoute == nil {
			err = echo.ErrNotFound
			if methods := allowed(spec, r.URL.Path); methods != "" {
				w.Header().Set("Allow", methods)
				err = echo.NewHTTPError(
					http.StatusMethodNotAllowed,
					"This address does not support that action. Nothing was changed.",
				)
			}
		}
		writeProblem(w, problem(err))
	}
	return nethttpmiddleware.OapiRequestValidatorWithOptions(spec, &nethttpmiddleware.Options{
		Options:              openapi3filter.Options{MultiError: false},
		DoNotValidateServers: true,
		Skipper:              func(r *http.Request) bool { return !isAPI(r) },
		ErrorHandlerWithOpts: refuse,
	}), nil
})

// allowed are the methods that the contract has for an address.
func allowed(spec *openapi3.T, path string) string {
	var out []string
	for at, item := range spec.Paths.Map() {
		pattern := "^" + pathParam.ReplaceAllString(at, "[^/]+") + "$"
		if ok, err := regexp.MatchString(pattern, path); err == nil && ok {
			for method := range item.Operations() {
				out = append(out, method)
			}
		}
	}
	slices.Sort(out)
	return strings.Join(slices.Compact(out), ", ")
}

var pathParam = regexp.MustCompile(`\{[^}]+\}`)

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
			case errors.Is(c.Request().Context().Err(), context.Canceled): // who asked has gone
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

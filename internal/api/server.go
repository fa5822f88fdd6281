package api

import (
	"context"
	"fmt"
	"io/fs"
	"log/slog"
	"net/http"
	"strings"

	"hodometer/internal/club"

	"github.com/getkin/kin-openapi/openapi3filter"
	"github.com/labstack/echo/v5"
	"github.com/labstack/echo/v5/middleware"
	nethttpmiddleware "github.com/oapi-codegen/nethttp-middleware"
)

// bodyLimit is the most a request may hold, in bytes. A full lesson is under a
// tenth of it.
const bodyLimit = 1 << 20

// New is the whole server: the API of openapi.yaml over a club, /healthz, and
// the screens from a built site (nil: API only).
func New(c *club.Club, site fs.FS, log *slog.Logger) (http.Handler, error) {
	spec, err := GetSpec()
	if err != nil {
		return nil, fmt.Errorf("reading the contract: %w", err)
	}
	e := echo.NewWithConfig(echo.Config{Logger: log, HTTPErrorHandler: onError(log)})
	e.Use(middleware.Recover())
	e.Use(middleware.GzipWithConfig(middleware.GzipConfig{MinLength: 1024}))
	e.Use(
		middleware.SecureWithConfig(
			middleware.SecureConfig{
				ContentTypeNosniff: "nosniff",
				XFrameOptions:      "DENY",
				ReferrerPolicy:     "same-origin",
			},
		),
	)
	e.Use(echo.WrapMiddleware(http.NewCrossOriginProtection().Handler)) // another site cannot write here
	e.Use(middleware.BodyLimit(bodyLimit))
	e.Use(
		echo.WrapMiddleware(
			nethttpmiddleware.OapiRequestValidatorWithOptions(spec, &nethttpmiddleware.Options{
				Options:              openapi3filter.Options{MultiError: true},
				DoNotValidateServers: true,
				Skipper:              func(r *http.Request) bool { return !strings.HasPrefix(r.URL.Path, "/api/") },
				ErrorHandlerWithOpts: func(_ context.Context, err error, w http.ResponseWriter, _ *http.Request, opts nethttpmiddleware.ErrorHandlerOpts) {
					if opts.MatchedRoute == nil {
						err = echo.ErrNotFound
					}
					writeProblem(w, problem(err))
				},
			}),
		),
	)
	RegisterHandlers(e, NewStrictHandler(handlers{c}, nil))
	e.GET("/healthz", func(c *echo.Context) error { return c.String(http.StatusOK, "ok\n") })
	if site != nil {
		screens := http.HandlerFunc(serveSite(site))
		e.GET("/*", echo.WrapHandler(screens))
	}
	return e, nil
}

func onError(log *slog.Logger) echo.HTTPErrorHandler {
	return func(c *echo.Context, err error) {
		if r, _ := echo.UnwrapResponse(c.Response()); r != nil && r.Committed {
			return
		}
		p := problem(err)
		if p.Status >= 500 {
			log.Error(
				"request failed",
				"method",
				c.Request().Method,
				"path",
				c.Request().URL.Path,
				"err",
				err,
			)
		}
		writeProblem(c.Response(), p)
	}
}

// serveSite answers with a file of the built site, or with its index so that
// every address of a screen can be opened directly. Files whose names carry a
// hash of their content may be kept for good.
func serveSite(site fs.FS) http.HandlerFunc {
	files := http.FileServerFS(site)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(r.URL.Path, "/")
		keep := "no-cache"
		if strings.HasPrefix(name, "_app/immutable/") {
			keep = "public, max-age=31536000, immutable"
		}
		w.Header().Set("Cache-Control", keep)
		info, err := fs.Stat(site, name)
		if isScreen := !strings.HasPrefix(
			name,
			"_app/",
		); isScreen &&
			(name == "" || err != nil || info.IsDir()) {
			http.ServeFileFS(w, r, site, "index.html")
			return
		}
		files.ServeHTTP(w, r)
	}
}

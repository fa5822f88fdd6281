// Command hodometer serves the application: one binary, one file for a club.
package main

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"
	"time"

	"hodometer/internal/api"
	"hodometer/internal/club"
	"hodometer/internal/demo"
	"hodometer/internal/store"
	"hodometer/web"

	"github.com/alecthomas/kong"
)

// door is where the application is reached.
type door struct {
	Addr string   `help:"Address to listen on." default:"127.0.0.1:8080"`
	Host []string `help:"Name it is reached by, besides localhost and IP addresses; may be repeated."`
}

var cli struct {
	Version kong.VersionFlag `help:"Say which build this is."`
	Serve   struct {
		DB string `help:"Club file; made when it is not there." default:"hodometer.db" type:"path"`
		door
	} `cmd:"" help:"Open a club file and serve it."`
	Demo struct {
		DB    string `help:"Demo file; built when it is not there." default:"demo.db" type:"path"`
		Fresh bool   `help:"Build the demo file anew."`
		door
	} `cmd:"" help:"Serve an invented club."`
}

func main() {
	k := kong.Parse(
		&cli,
		kong.Name("hodometer"),
		kong.Description("Plans, reckons, runs and records racket-sport lessons."),
		kong.Vars{"version": version()},
	)
	log := slog.New(slog.NewJSONHandler(os.Stderr, nil))
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	var err error
	switch k.Command() {
	case "serve":
		err = serve(ctx, log, cli.Serve.DB, cli.Serve.door)
	case "demo":
		if err = buildDemo(ctx, cli.Demo.DB, cli.Demo.Fresh); err == nil {
			err = serve(ctx, log, cli.Demo.DB, cli.Demo.door)
		}
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "hodometer:", err)
		os.Exit(1)
	}
}

// version is the commit this was built from, as the Go tool wrote it down.
func version() string {
	built, ok := debug.ReadBuildInfo()
	if !ok {
		return "hodometer, of an unknown build"
	}
	told := map[string]string{}
	for _, s := range built.Settings {
		told[s.Key] = s.Value
	}
	out := "hodometer " + built.Main.Version
	if c := told["vcs.revision"]; c != "" {
		out += ", commit " + c[:min(len(c), 12)] + " of " + told["vcs.time"]
	}
	if told["vcs.modified"] == "true" {
		out += ", with changes"
	}
	return out + ", " + built.GoVersion
}

// buildDemo makes the demo file beside the wanted name and moves it there when
// it is whole, so a half-built one is never served. A file that is not a demo
// is never overwritten: fresh only replaces what buildDemo itself made.
func buildDemo(ctx context.Context, path string, fresh bool) error {
	mark := path + ".demo"
	if _, err := os.Stat(path); err == nil {
		if !fresh {
			return nil
		}
		if _, err := os.Stat(mark); err != nil {
			return fmt.Errorf("%s was not built by demo; name another file", path)
		}
	}
	building := path + ".building"
	for _, f := range []string{building, building + "-wal", building + "-shm", path, path + "-wal", path + "-shm"} {
		if err := os.Remove(f); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	s, err := store.Open(ctx, building)
	if err != nil {
		return err
	}
	if err := demo.Fill(ctx, club.New(s)); err != nil {
		s.Close()
		return err
	}
	if err := s.Close(); err != nil {
		return err
	}
	if err := os.WriteFile(
		mark,
		[]byte("This file marks the club file beside it as a demo, which may be rebuilt.\n"),
		0o644,
	); err != nil {
		return err
	}
	return os.Rename(building, path)
}

func serve(ctx context.Context, log *slog.Logger, path string, d door) error {
	s, err := store.Open(ctx, path)
	if err != nil {
		return err
	}
	defer s.Close()
	site, err := web.Site()
	if err != nil {
		return err
	}
	own := club.New(s)
	handler, err := api.New(own, api.Options{Site: site, Log: log, Hosts: d.Host})
	if err != nil {
		return err
	}
	l, err := net.Listen("tcp", d.Addr)
	if err != nil {
		return err
	}
	server := &http.Server{
		Handler:           handler,
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       30 * time.Second,
		IdleTimeout:       2 * time.Minute,
	}
	server.RegisterOnShutdown(own.Hush)
	fmt.Printf("Hodometer is at http://%s\n", l.Addr())
	log.Info("serving", "addr", l.Addr().String(), "file", path)
	failed := make(chan error, 1)
	go func() { failed <- server.Serve(l) }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	log.Info("stopping")
	down, cancel := context.WithTimeout(context.Background(), 5*time.Second)
	defer cancel()
	return server.Shutdown(down)
}

// Command hodometer serves the application: one binary, one file for a club.
package main

import (
	"context"
	"fmt"
	"log/slog"
	"os"
	"os/signal"
	"runtime/debug"
	"syscall"

	"github.com/alecthomas/kong"
)

// clubFile is the file that a command is about.
type clubFile struct {
	DB string `help:"Club file." default:"hodometer.db" type:"path"`
}

var cli struct {
	Version kong.VersionFlag `help:"Say which build this is."`
	Serve   struct {
		DB string `help:"Club file; made when it is not there." default:"hodometer.db" type:"path"`
		door
		Copies string `help:"Folder for daily copies, or 'none'; else beside the file." type:"path"`
	} `cmd:"" help:"Open a club file and serve it."`
	Demo struct {
		DB    string `help:"Demo file; built when it is not there." default:"demo.db" type:"path"`
		Fresh bool   `help:"Build it anew; what was done in the old one is kept."`
		door
	} `cmd:"" help:"Serve an invented club."`
	Owner struct {
		clubFile
	} `cmd:"" help:"Set the owner's passphrase, typed or from standard input."`
	Backup struct {
		clubFile
		File string `arg:"" help:"Where the copy goes; it must not be there yet." type:"path"`
	} `cmd:"" help:"Copy a club file, which may be in use, and read the copy through."`
	Restore struct {
		clubFile
		File string `arg:"" help:"The copy." type:"path"`
	} `cmd:"" help:"Put a copy in the place of the club file; what was there is kept beside it."`
	Check struct {
		clubFile
	} `cmd:"" help:"Read a club file through and say what it holds. It is not touched."`
}

func main() {
	k := kong.Parse(
		&cli,
		kong.Name("hodometer"),
		kong.Description("Plans, reckons, runs and records racket-sport lessons."),
		kong.Vars{"version": version()},
	)
	log := slog.New(slog.NewJSONHandler(os.Stderr, nil))
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM, syscall.SIGHUP)
	defer stop()
	var err error
	switch k.Command() {
	case "serve":
		err = serve(ctx, log, cli.Serve.DB, cli.Serve.Copies, cli.Serve.door)
	case "demo":
		if err = buildDemo(ctx, cli.Demo.DB, cli.Demo.Fresh); err == nil {
			err = serve(ctx, log, cli.Demo.DB, noCopies, cli.Demo.door)
		}
	case "owner":
		err = setOwner(ctx, cli.Owner.DB)
	case "backup <file>":
		err = backup(ctx, cli.Backup.DB, cli.Backup.File)
	case "restore <file>":
		err = restore(ctx, cli.Restore.File, cli.Restore.DB)
	case "check":
		err = check(ctx, cli.Check.DB)
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

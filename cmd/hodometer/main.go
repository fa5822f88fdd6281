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
	_ "time/tzdata" // a club may be where the machine knows nothing of

	"hodometer/internal/demo"

	"github.com/alecthomas/kong"
)

// clubFile is the file that a command is about.
type clubFile struct {
	DB string `help:"Club file." default:"hodometer.db" type:"path"`
}

var cli struct {
	Version kong.VersionFlag `help:"Print the version."`
	Serve   struct {
		DB string `help:"Club file; created if it does not exist." default:"hodometer.db" type:"path"`
		door
		Copies string `help:"Folder for daily backups, or 'none'; otherwise next to the file." type:"path"`
	} `cmd:"" help:"Open a club file and serve it."`
	Demo struct {
		DB    string `help:"Demo file; built if it does not exist." default:"demo.db" type:"path"`
		Fresh bool   `help:"Rebuild the demo; the old file is kept."`
		door
	} `cmd:"" help:"Serve an invented club."`
	Owner struct {
		clubFile
	} `cmd:"" help:"Set the owner's passphrase, typed or from standard input."`
	Backup struct {
		clubFile
		File string `arg:"" help:"The new backup file; it must not exist yet." type:"path"`
	} `cmd:"" help:"Back up a club file, which may be in use, and check the backup."`
	Restore struct {
		clubFile
		File string `arg:"" help:"The backup." type:"path"`
	} `cmd:"" help:"Replace the club file by a backup; the old file is kept next to it."`
	Check struct {
		clubFile
	} `cmd:"" help:"Check a club file and print what it contains. It is not changed."`
}

func main() {
	k := kong.Parse(
		&cli,
		kong.Name("hodometer"),
		kong.Description("Plan, calculate, run and record racket-sport lessons."),
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
		if err = buildDemo(ctx, cli.Demo.DB, cli.Demo.Fresh, demo.Fill); err == nil {
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
		return "hodometer, unknown build"
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

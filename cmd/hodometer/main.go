// Command hodometer serves the application: one binary, one file for a club.
package main

import (
	"bufio"
	"cmp"
	"context"
	"errors"
	"fmt"
	"io/fs"
	"log/slog"
	"os"
	"os/signal"
	"path/filepath"
	"runtime/debug"
	"strings"
	"syscall"
	_ "time/tzdata" // a club may be where the machine knows nothing of

	"hodometer/internal/demo"
	"hodometer/internal/store"

	"github.com/alecthomas/kong"
	"golang.org/x/term"
)

// clubFile is the file that a command is about.
type clubFile struct {
	DB string `help:"Club file." default:"hodometer.db" type:"path"`
}

// newFile is the club file of a command that can start a new club.
type newFile struct {
	DB  string `help:"Club file." default:"hodometer.db" type:"path"`
	New bool   `help:"Start a new club: make the file, which must not exist yet."`
}

var cli struct {
	Version kong.VersionFlag `help:"Print the version."`
	Serve   struct {
		newFile
		door
		Copies string `help:"Folder for daily backups, or 'none'; otherwise next to the file." type:"path"`
	} `cmd:"" help:"Open a club file and serve it."`
	Demo struct {
		DB    string `help:"Demo file; built if it does not exist." default:"demo.db" type:"path"`
		Fresh bool   `help:"Rebuild the demo; the old file is kept."`
		door
		simulated `embed:"" prefix:"machine-"`
	} `cmd:"" help:"Serve an invented club."`
	Owner struct {
		newFile
	} `cmd:"" help:"Set the owner's passphrase, typed or from standard input."`
	Backup struct {
		clubFile
		File string `arg:"" help:"The new backup file; it must not exist yet." type:"path"`
	} `cmd:"" help:"Back up a club file, which may be in use, and check the backup."`
	Restore struct {
		clubFile
		File string `arg:"" help:"The backup." type:"path"`
		Yes  bool   `help:"Restore even where what was revoked since the backup becomes valid again."`
	} `cmd:"" help:"Replace the club file by a backup; the old file is kept next to it."`
	Machine struct {
		Addr string `help:"Where the ball machine listens: this computer only." default:"127.0.0.1:8471"`
		simulated
	} `cmd:"" help:"Simulate ball machines, for serve --machine."`
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
	if err := do(ctx, log, k.Command()); err != nil {
		fmt.Fprintln(os.Stderr, "hodometer:", err)
		os.Exit(1)
	}
}

// do does what a command says.
func do(ctx context.Context, log *slog.Logger, command string) error {
	switch command {
	case "serve":
		path, err := named(cli.Serve.newFile, true)
		if err != nil {
			return err
		}
		return serve(ctx, log, path, cli.Serve.Copies, cli.Serve.door)
	case "demo":
		if err := buildDemo(ctx, cli.Demo.DB, cli.Demo.Fresh, demo.Fill); err != nil {
			return err
		}
		if cli.Demo.Machine == "" {
			addr, stop, err := machines(ctx, log, "127.0.0.1:0", cli.Demo.simulated)
			if err != nil {
				return err
			}
			defer stop()
			cli.Demo.Machine = addr
		}
		return serve(ctx, log, cli.Demo.DB, noCopies, cli.Demo.door)
	case "machine":
		addr, stop, err := machines(ctx, log, cli.Machine.Addr, cli.Machine.simulated)
		if err != nil {
			return err
		}
		defer stop()
		fmt.Printf("Ball machines listen on %s\nUse them with: hodometer serve --machine %s\n", addr, addr)
		<-ctx.Done()
		return nil
	case "owner":
		path, err := named(cli.Owner.newFile, false)
		if err != nil {
			return err
		}
		return setOwner(ctx, path)
	case "backup <file>":
		return on(cli.Backup.DB, func(path string) error { return backup(ctx, path, cli.Backup.File) })
	case "restore <file>":
		path := cli.Restore.DB
		if at, err := filepath.EvalSymlinks(path); err == nil { // what it points to is replaced, not the link
			path = at
		}
		return restore(ctx, cli.Restore.File, path, cli.Restore.Yes)
	case "check":
		return on(cli.Check.DB, func(path string) error { return check(ctx, path) })
	}
	return nil
}

// on does something with a club file that is there.
func on(path string, act func(path string) error) error {
	at, err := store.Named(path, false)
	if err != nil {
		return err
	}
	return act(at)
}

// named is the club file that a command is about. A new club is started where that was asked
// for; in an empty folder whoever sits at a terminal is asked, if they named no file.
func named(f newFile, asks bool) (string, error) {
	_, err := os.Lstat(f.DB)
	usual, pathErr := filepath.Abs("hodometer.db")
	if asks && !f.New && errors.Is(err, fs.ErrNotExist) && pathErr == nil && f.DB == usual &&
		empty(filepath.Dir(f.DB)) && term.IsTerminal(int(os.Stdin.Fd())) {
		fmt.Printf("There is no club in this folder. Start a new one here, %s? [y/N] ", f.DB)
		said, _ := bufio.NewReader(os.Stdin).ReadString('\n')
		f.New = strings.EqualFold(strings.TrimSpace(said), "y")
	}
	return store.Named(f.DB, f.New)
}

func empty(dir string) bool {
	there, err := os.ReadDir(dir)
	return err == nil && len(there) == 0
}

// release is the version that a release was built as; empty in any other build.
var release string

// version is the release, and the commit this was built from, as the Go tool wrote it down.
func version() string {
	built, ok := debug.ReadBuildInfo()
	if !ok {
		return "hodometer, unknown build"
	}
	told := map[string]string{}
	for _, s := range built.Settings {
		told[s.Key] = s.Value
	}
	out := "hodometer " + cmp.Or(release, built.Main.Version)
	if c := told["vcs.revision"]; c != "" {
		out += ", commit " + c[:min(len(c), 12)] + " of " + told["vcs.time"]
	}
	if told["vcs.modified"] == "true" {
		out += ", with changes"
	}
	return out + ", " + built.GoVersion
}

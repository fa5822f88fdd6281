package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"strings"
	"time"

	"hodometer/core/units"
	"hodometer/internal/access"
	"hodometer/internal/store"

	"golang.org/x/term"
)

func backup(ctx context.Context, path, to string) error {
	held, err := store.Backup(ctx, path, to)
	if err != nil {
		return err
	}
	fmt.Printf("%s contains %s. It was checked and is complete.\n", to, said(held))
	return nil
}

func restore(ctx context.Context, from, path string, yes bool) error {
	l, err := store.Hold(path, "hodometer restore")
	if err != nil {
		return err
	}
	defer l.Release() //nolint:errcheck // it ends with the process at the latest
	kept, held, err := store.Restore(ctx, from, path, time.Now(), func(again store.Again) error {
		return agree(again, yes)
	})
	if err != nil {
		return err
	}
	fmt.Printf("%s contains %s. Connect the phones again.\n", path, said(held))
	if kept != "" {
		fmt.Printf("The replaced file is kept as %s\n", kept)
	}
	return nil
}

// agree asks whether what was revoked may become valid again.
func agree(again store.Again, yes bool) error {
	if yes {
		fmt.Println(again)
		return nil
	}
	if !term.IsTerminal(int(os.Stdin.Fd())) {
		return fmt.Errorf("%v Nothing was changed. To restore all the same, add --yes", again)
	}
	fmt.Printf("%v\nRestore all the same? Type yes: ", again)
	said, err := bufio.NewReader(os.Stdin).ReadString('\n')
	if err != nil && !errors.Is(err, io.EOF) {
		return err
	}
	if strings.TrimSpace(strings.ToLower(said)) != "yes" {
		return errors.New("nothing was changed")
	}
	return nil
}

func check(ctx context.Context, path string) error {
	held, err := look(ctx, path)
	if err != nil {
		return err
	}
	fmt.Printf("%s is complete. It contains %s; its tables are version %d of %d, and it takes %.1f MB.\n",
		path, said(held), held.Version, store.Newest(), float64(held.Bytes)/1e6)
	return nil
}

// look reads a club file through; where it is served, one state of it.
func look(ctx context.Context, path string) (store.Holds, error) {
	if _, err := os.Stat(path); err != nil {
		return store.Look(ctx, path, true)
	}
	l, err := store.Hold(path, "hodometer check")
	if err == nil {
		defer l.Release() //nolint:errcheck // it ends with the process at the latest
		return store.Look(ctx, path, true)
	}
	dir, err := os.MkdirTemp("", "hodometer")
	if err != nil {
		return store.Holds{}, err
	}
	defer os.RemoveAll(dir)
	return store.Backup(ctx, path, filepath.Join(dir, "club.db"))
}

func said(h store.Holds) string {
	return fmt.Sprintf("%d students, %d lessons, %d of them run %d times with %d events",
		h.Students, h.Lessons, min(h.Lessons, h.Runs), h.Runs, h.Events)
}

// setOwner sets the owner's passphrase, of a club that may be served meanwhile.
func setOwner(ctx context.Context, path string) error {
	words, err := passphrase()
	if err != nil {
		return err
	}
	l, err := store.Hold(path, "hodometer owner")
	open := store.Open
	if err != nil { // a server has it
		open = store.Beside
	} else {
		defer l.Release() //nolint:errcheck // it ends with the process at the latest
	}
	s, err := open(ctx, path)
	if err != nil {
		return err
	}
	defer s.Close()
	if err := access.New(s, access.Options{}).SetPassphrase(ctx, words, ""); err != nil {
		var fields units.Problems
		if errors.As(err, &fields) {
			return fmt.Errorf("the passphrase: %s", fields[0].Detail)
		}
		return err
	}
	fmt.Println("The owner's passphrase is set. Devices that signed in with the old one are signed out.")
	return nil
}

// passphrase is typed twice and not shown, or one line of standard input.
func passphrase() (string, error) {
	fd := int(os.Stdin.Fd())
	if !term.IsTerminal(fd) {
		line, err := bufio.NewReader(os.Stdin).ReadString('\n')
		if err != nil && !errors.Is(err, io.EOF) {
			return "", err
		}
		return strings.TrimRight(line, "\r\n"), nil
	}
	ask := func(words string) (string, error) {
		fmt.Print(words)
		typed, err := term.ReadPassword(fd)
		fmt.Println()
		return string(typed), err
	}
	first, err := ask("The owner's passphrase: ")
	if err != nil {
		return "", err
	}
	again, err := ask("Repeat the passphrase: ")
	if err != nil {
		return "", err
	}
	if first != again {
		return "", errors.New("the passphrases differ; nothing was changed")
	}
	return first, nil
}

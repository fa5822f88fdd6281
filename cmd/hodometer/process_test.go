package main

import (
	"bufio"
	"bytes"
	"context"
	"crypto/tls"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
	"time"

	"hodometer/internal/store"
	"hodometer/internal/store/gen"

	"github.com/stretchr/testify/require"
)

// TestMain is the command itself, where it is told to be.
func TestMain(m *testing.M) {
	if os.Getenv("HODOMETER_COMMAND") != "" {
		main()
		return
	}
	os.Exit(m.Run())
}

func command(args ...string) *exec.Cmd {
	c := exec.Command(os.Args[0], args...)
	c.Env = append(os.Environ(), "HODOMETER_COMMAND=1")
	return c
}

// says runs a command to its end and gives what it said and its exit code.
func says(t *testing.T, in string, args ...string) (string, int) {
	c := command(args...)
	c.Stdin = strings.NewReader(in)
	out, err := c.CombinedOutput()
	if err != nil {
		require.IsType(t, &exec.ExitError{}, err, string(out))
	}
	return string(out), c.ProcessState.ExitCode()
}

// server starts a command that serves, and gives where.
func server(t *testing.T, c *exec.Cmd) (at string) {
	out, err := c.StdoutPipe()
	require.NoError(t, err)
	var errs bytes.Buffer
	c.Stderr = &errs
	require.NoError(t, c.Start())
	t.Cleanup(func() {
		_ = c.Process.Kill() // it may have ended
		_ = c.Wait()
	})
	lines := bufio.NewScanner(out)
	for lines.Scan() {
		if _, where, ok := strings.Cut(lines.Text(), "Hodometer is at "); ok {
			go io.Copy(io.Discard, out) //nolint:errcheck // it ends with the process
			return where
		}
	}
	require.NoError(t, c.Wait())
	t.Fatal("it did not serve: " + errs.String())
	return ""
}

const words = "four loose words here"

// Off loopback it wants a passphrase and TLS, and says how; a second server is told where
// the first is; nothing of it leaves zero behind.
func TestWhatItRefusesToServe(t *testing.T) {
	dir := t.TempDir()
	db := filepath.Join(dir, "club.db")
	for want, args := range map[string][]string{
		"--tls own":            {"--addr", "0.0.0.0:0"},
		"hodometer owner":      {"--addr", "0.0.0.0:0", "--tls", "own"},
		"give it with --host":  {"--addr", "0.0.0.0:0", "--tls", "acme"},
		"cannot be used":       {"--addr", "0.0.0.0:0", "--tls", "files", "--cert", db, "--key", db},
		"goes with the --host": {"--trust-proxy", "127.0.0.1"},
		"IP address, such as":  {"--trust-proxy", "proxy", "--host", "courts.example"},
	} {
		require.NoError(t, os.RemoveAll(db))
		args = append([]string{"serve", "--db", db}, args...)
		if strings.Contains(want, "give it with") || strings.Contains(want, "cannot be") {
			said, code := says(t, words+"\n", "owner", "--new", "--db", db)
			require.Zero(t, code, said)
		} else {
			args = append(args, "--new")
		}
		said, code := says(t, "", args...)
		require.Equal(t, 1, code, said)
		require.Contains(t, said, want)
	}
	require.NoError(t, os.RemoveAll(db))
	said, code := says(t, "short\n", "owner", "--new", "--db", db)
	require.Equal(t, 1, code)
	require.Contains(t, said, "at least 10 characters")

	at := server(t, command("serve", "--db", db, "--addr", "127.0.0.1:0"))
	said, code = says(t, "", "serve", "--db", db, "--addr", "127.0.0.1:0")
	require.Equal(t, 1, code)
	require.Contains(t, said, "is open already: "+at)
	said, code = says(t, words+"\n", "owner", "--db", db)
	require.Zero(t, code, "the passphrase is set while it is served: %s", said)
	require.Equal(t, 200, ask(t, "GET", at+"/healthz", nil), "and the server does not mind")
	said, code = says(t, "", "restore", db, "--db", db)
	require.Equal(t, 1, code)
	require.Contains(t, said, "is open already")
}

func ask(t *testing.T, method, url string, body any) int {
	text, err := json.Marshal(body)
	require.NoError(t, err)
	r, err := http.NewRequestWithContext(context.Background(), method, url, bytes.NewReader(text))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	w, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	defer w.Body.Close()
	_, err = io.Copy(io.Discard, w.Body)
	require.NoError(t, err)
	return w.StatusCode
}

// It stops on a hang-up as on a terminate, over TLS too, and somebody who never ends a
// request does not hold it; what was in the file is in it.
func TestStopsCleanly(t *testing.T) {
	for _, signal := range []syscall.Signal{syscall.SIGHUP, syscall.SIGTERM} {
		db := filepath.Join(t.TempDir(), "club.db")
		said, code := says(t, words+"\n", "owner", "--new", "--db", db)
		require.Zero(t, code, said)
		c := command("serve", "--db", db, "--addr", "127.0.0.1:0", "--tls", "own")
		at := server(t, c)
		u, err := url.Parse(at)
		require.NoError(t, err)
		half, err := tls.Dial(
			"tcp",
			u.Host,
			&tls.Config{InsecureSkipVerify: true},
		) //nolint:gosec // the root is not the point here
		require.NoError(t, err)
		defer half.Close()
		_, err = fmt.Fprintf(
			half,
			"POST /api/v1/access/signIn HTTP/1.1\r\nHost: %s\r\nContent-Length: 400\r\n\r\n{",
			u.Host,
		)
		require.NoError(t, err)
		quarter, err := net.Dial("tcp", u.Host)
		require.NoError(t, err)
		defer quarter.Close()
		require.NoError(t, c.Process.Signal(signal))
		require.NoError(t, c.Wait())
		_, err = store.Look(t.Context(), db, true)
		require.NoError(t, err)
	}
}

// The disk is full: what cannot be kept is not acknowledged, health and the door say so,
// and what can be read is.
func TestAServerOnAFullDisk(t *testing.T) {
	db := filepath.Join(t.TempDir(), "club.db")
	s, err := store.Open(t.Context(), db)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	c := command()
	inner := fmt.Sprintf(
		"ulimit -f 1000; exec %q serve --db %q --addr 127.0.0.1:0 --copies none",
		os.Args[0],
		db,
	)
	c.Path, c.Args = "/bin/bash", []string{"bash", "-c", inner} // a megabyte for each file
	at := server(t, c)
	says := func() string {
		w, err := http.Get(at + "/api/v1/access")
		require.NoError(t, err)
		defer w.Body.Close()
		var door struct{ Trouble string }
		require.NoError(t, json.NewDecoder(w.Body).Decode(&door))
		return door.Trouble
	}
	// Carrying the log over makes room once more, and the server then goes on by itself: the disk
	// is full when a write is refused and both still say so.
	kept, full := 0, false
	for i := 0; !full && i < 4000; i++ {
		id := fmt.Sprintf("0192aaaa-0000-7000-8000-%012d", i)
		code := ask(t, "PUT", at+"/api/v1/students/"+id, map[string]any{
			"id": id, "version": 0, "name": fmt.Sprint("Student ", i), "hand": "right", "level": "club",
			"notes": strings.Repeat("note ", 180),
		})
		if code == 200 {
			kept++
			continue
		}
		require.Equal(t, 503, code)
		full = ask(t, "GET", at+"/healthz", nil) == 503 && strings.Contains(says(), "Free some space")
	}
	require.True(t, full, "%d kept", kept)
	require.Positive(t, kept)
	require.NoError(t, c.Process.Signal(syscall.SIGTERM))
	_ = c.Wait() // the disk is full: closing may fail too
	held, err := store.Look(t.Context(), db, true)
	require.NoError(t, err)
	require.EqualValues(t, kept, held.Students, "what was acknowledged, and nothing else")

	// Started again on the disk that is full, it can be read.
	again := command()
	again.Path, again.Args = c.Path, c.Args
	at = server(t, again)
	require.Equal(t, 200, ask(t, "GET", at+"/api/v1/students", nil))
}

// A restore that meets a full disk names the disk, and what was there is there still; a backup
// that is killed on the way leaves nothing under its name, or all of it.
func TestNoHalfFileTakesAName(t *testing.T) {
	dir := t.TempDir()
	db, copied := filepath.Join(dir, "club.db"), filepath.Join(dir, "copy.db")
	s, err := store.Open(t.Context(), db)
	require.NoError(t, err)
	for i := range 300 {
		require.NoError(t, s.Write(t.Context(), func(q *gen.Queries) error {
			return q.InsertStudent(t.Context(), gen.InsertStudentParams{
				ID: fmt.Sprint(
					i,
				),
				Name:  "Wren",
				Hand:  "right",
				Level: "club",
				More:  fmt.Sprintf(`{"aims":"%02000d"}`, i),
			})
		}))
	}
	require.NoError(t, s.Close())
	said, code := says(t, "", "backup", copied, "--db", db)
	require.Zero(t, code, said)
	before, err := os.ReadFile(db)
	require.NoError(t, err)
	c := command()
	inner := fmt.Sprintf("ulimit -f 200; exec %q restore %q --db %q", os.Args[0], copied, db)
	c.Path, c.Args = "/bin/bash", []string{"bash", "-c", inner} // a fifth of what it needs
	out, err := c.CombinedOutput()
	require.Error(t, err)
	require.Contains(t, string(out), "The disk is full or cannot be written. Nothing was changed.")
	after, err := os.ReadFile(db)
	require.NoError(t, err)
	require.True(t, bytes.Equal(before, after))

	for n := range 20 {
		to := filepath.Join(dir, fmt.Sprintf("killed%d.db", n))
		c := command("backup", to, "--db", db)
		require.NoError(t, c.Start())
		time.Sleep(time.Duration(n*4) * time.Millisecond)
		_ = c.Process.Kill() // it may have ended
		_ = c.Wait()
		if _, err := os.Stat(to); err == nil {
			held, err := store.Look(t.Context(), to, true)
			require.NoError(t, err)
			require.EqualValues(t, 300, held.Students)
		}
	}
}

// A club is started only where that is said, and never twice; a link leads to the file that it
// points to, and a file with two names is not opened under either.
func TestWhichFileIsOpened(t *testing.T) {
	dir := t.TempDir()
	db, link, hard := filepath.Join(
		dir,
		"club.db",
	), filepath.Join(
		dir,
		"link.db",
	), filepath.Join(
		dir,
		"hard.db",
	)
	for _, args := range [][]string{
		{"serve", "--addr", "127.0.0.1:0"}, {"owner"}, {"check"}, {"backup", filepath.Join(dir, "copy.db")},
	} {
		said, code := says(t, words+"\n", append(args, "--db", db)...)
		require.Equal(t, 1, code, said)
		require.Contains(t, said, "There is no club file at "+db, args[0])
		require.NoFileExists(t, db)
	}
	require.NoError(t, os.Symlink(db, link))
	said, code := says(t, words+"\n", "owner", "--new", "--db", link)
	require.Equal(t, 1, code)
	require.Contains(t, said, "points to a file that does not exist")
	said, code = says(t, words+"\n", "owner", "--new", "--db", db)
	require.Zero(t, code, said)
	said, code = says(t, words+"\n", "owner", "--new", "--db", db)
	require.Equal(t, 1, code)
	require.Contains(t, said, "is there already")

	at := server(t, command("serve", "--db", link, "--addr", "127.0.0.1:0"))
	require.Equal(t, 200, ask(t, "GET", at+"/healthz", nil))
	require.NoFileExists(t, link+"-wal", "it is the file's log, not the link's")
	said, code = says(t, "", "serve", "--db", db, "--addr", "127.0.0.1:0")
	require.Equal(t, 1, code)
	require.Contains(t, said, "is open already: "+at)
	require.NoError(t, os.Link(db, hard))
	said, code = says(t, "", "serve", "--db", hard, "--addr", "127.0.0.1:0")
	require.Equal(t, 1, code)
	require.Contains(t, said, "has 2 names")
}

// open is a folder for temporary files that everybody can reach.
func open(t *testing.T) string {
	const reach = 0o001
	for _, dir := range []string{os.TempDir(), "/tmp", "/var/tmp"} {
		all := true
		for at := dir; all && at != filepath.Dir(at); at = filepath.Dir(at) {
			info, err := os.Stat(at)
			all = err == nil && info.Mode()&reach != 0
		}
		if all {
			return dir
		}
	}
	t.Fatal("no folder for temporary files can be reached by everybody")
	return ""
}

// A file that may only be read is refused, by who is not allowed everything.
func TestAFileThatMayOnlyBeRead(t *testing.T) {
	dir, err := os.MkdirTemp(open(t), "readonly")
	require.NoError(t, err)
	defer os.RemoveAll(dir)
	db := filepath.Join(dir, "club.db")
	s, err := store.Open(t.Context(), db)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	require.NoError(t, os.Chmod(dir, 0o777))
	require.NoError(t, os.Chmod(db, 0o444))
	before, err := os.ReadFile(db)
	require.NoError(t, err)
	c := command("serve", "--db", db, "--addr", "127.0.0.1:0")
	if os.Getuid() == 0 { // root may write whatever it says; nobody may not
		const nobody = 65534
		copied := filepath.Join(dir, "hodometer.test")
		text, err := os.ReadFile(os.Args[0])
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(copied, text, 0o755))
		c.Path = copied
		c.SysProcAttr = &syscall.SysProcAttr{Credential: &syscall.Credential{Uid: nobody, Gid: nobody}}
	}
	out, err := c.CombinedOutput()
	require.Error(t, err)
	require.Contains(t, string(out), "is read-only")
	after, err := os.ReadFile(db)
	require.NoError(t, err)
	require.Equal(t, before, after)
}

// A club is copied while it is served, read through, lost, and put back.
func TestBackupAndRestore(t *testing.T) {
	dir := t.TempDir()
	db, copied := filepath.Join(dir, "club.db"), filepath.Join(dir, "copy.db")
	c := command("serve", "--new", "--db", db, "--addr", "127.0.0.1:0", "--copies", "none")
	at := server(t, c)
	put := func(n int) {
		id := fmt.Sprintf("0192aaaa-0000-7000-8000-%012d", n)
		require.Equal(t, 200, ask(t, "PUT", at+"/api/v1/students/"+id, map[string]any{
			"id": id, "version": 0, "name": fmt.Sprint("Student ", n), "hand": "right", "level": "club",
		}))
	}
	for n := range 41 {
		put(n)
	}
	said, code := says(t, "", "backup", copied, "--db", db)
	require.Zero(t, code, said)
	require.Contains(t, said, "contains 41 students")
	said, code = says(t, "", "backup", copied, "--db", db)
	require.Equal(t, 1, code)
	require.Contains(t, said, "is there already")
	said, code = says(t, "", "check", "--db", db)
	require.Zero(t, code, said)
	require.Contains(t, said, "It contains 41 students", "while it is served")
	put(41)
	require.NoError(t, c.Process.Kill()) // its log is left over
	_ = c.Wait()
	said, code = says(t, "", "check", "--db", db)
	require.Zero(t, code, said)
	require.Contains(t, said, "It contains 42 students")
	said, code = says(t, "", "restore", copied, "--db", db)
	require.Zero(t, code, said)
	require.Contains(t, said, "The replaced file is kept as")
	require.Equal(t, 41, howMany(t, db))
}

package main

import (
	"bytes"
	"crypto/sha256"
	"errors"
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"runtime"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// built is the command as a release builds it: static, with nothing of this machine in it.
var built = sync.OnceValues(func() (string, error) {
	dir, err := os.MkdirTemp("", "hodometer-built")
	if err != nil {
		return "", err
	}
	to := filepath.Join(dir, "hodometer")
	if err := build(".", to); err != nil {
		return "", err
	}
	return to, os.Chmod(dir, 0o755)
})

// build builds the command in dir as a release does.
func build(dir, to string) error {
	const flags = "-s -w -buildid= -X main.release=0.9.0"
	c := exec.Command("go", "build", "-trimpath", "-buildvcs=false", "-ldflags", flags, "-o", to, ".")
	c.Dir, c.Env = dir, append(os.Environ(), "CGO_ENABLED=0")
	said, err := c.CombinedOutput()
	if err != nil {
		return fmt.Errorf("%w: %s", err, said)
	}
	return nil
}

func binary(t *testing.T) string {
	path, err := built()
	require.NoError(t, err)
	return path
}

// boxes of the guide are what a reader types: what a machine can follow, and what needs a root of
// one's own.
func boxes(t *testing.T) (run, root []string) {
	text, err := os.ReadFile("../../docs/running.md")
	require.NoError(t, err)
	fence := regexp.MustCompile("(?ms)^( *)```sh( as root)?\n(.*?)^ *```$")
	for _, m := range fence.FindAllStringSubmatch(string(text), -1) {
		lines := strings.ReplaceAll("\n"+m[3], "\n"+m[1], "\n")
		if m[2] == "" {
			run = append(run, strings.TrimSpace(lines))
		} else {
			root = append(root, strings.TrimSpace(lines))
		}
	}
	return run, root
}

// litestream is the tool, where it was built: make test does so.
func litestream(t *testing.T) string {
	path, err := filepath.Abs("../../.tools/litestream")
	require.NoError(t, err)
	if _, err := os.Stat(path); err != nil {
		t.Skip("make .tools/litestream builds what this needs")
	}
	return path
}

// The guide is followed word by word, in an empty home: from the folder of a release to a club that is
// replicated, lost and restored. What serves goes on until it answers, and is then stopped as a reader
// does.
func TestTheRunningGuide(t *testing.T) {
	replicates := litestream(t)
	for _, addr := range []string{"127.0.0.1:8080", "0.0.0.0:8443"} { // which the guide names
		l, err := net.Listen("tcp", addr)
		if err != nil {
			t.Skip("something else is at " + addr)
		}
		require.NoError(t, l.Close())
	}
	home := t.TempDir()
	downloads := filepath.Join(home, "downloads")
	require.NoError(t, os.Mkdir(downloads, 0o755))
	text, err := os.ReadFile(binary(t))
	require.NoError(t, err)
	name := "hodometer-0.9.0-linux-" + runtime.GOARCH
	require.NoError(t, os.WriteFile(filepath.Join(downloads, name), text, 0o644))
	sums := fmt.Sprintf("%x  %s\n%064d  hodometer-0.9.0-windows-amd64.exe\n", sha256.Sum256(text), name, 0)
	require.NoError(t, os.WriteFile(filepath.Join(downloads, "SHA256SUMS"), []byte(sums), 0o644))
	club := filepath.Join(home, "club")
	require.NoError(t, os.MkdirAll(club, 0o755))
	require.NoError(t, os.CopyFS(filepath.Join(club, "deploy"), os.DirFS("../../deploy")))

	env := append(os.Environ(), "HOME="+home, "PATH="+filepath.Dir(replicates)+":"+os.Getenv("PATH"))
	env = append(env, "CLUB="+club+"/hodometer.db", "REPLICA=file://"+home+"/other-disk/club")
	run, root := boxes(t)
	require.Len(t, run, 8)
	require.Len(t, root, 2)
	for _, box := range run {
		if strings.Contains(box, "litestream restore") { // after a loss
			for _, f := range []string{"hodometer.db", "hodometer.db-wal", "hodometer.db-shm"} {
				require.NoError(t, os.RemoveAll(filepath.Join(club, f)))
			}
		}
		c := exec.Command("bash", "-euo", "pipefail", "-c", box)
		c.Dir, c.Env, c.Stdin = downloads, env, strings.NewReader(words+"\n")
		c.SysProcAttr = &syscall.SysProcAttr{Setpgid: true}
		var said bytes.Buffer
		c.Stdout, c.Stderr = &said, &said
		require.NoError(t, c.Start(), box)
		ended := make(chan error, 1)
		go func() { ended <- c.Wait() }()
		if goesOn := regexp.MustCompile(`serve|litestream replicate`).FindString(box); goesOn != "" {
			works := func() bool { return answers(box) }
			if goesOn != "serve" {
				works = func() bool {
					found, err := filepath.Glob(
						filepath.Join(home, "other-disk", "club", "ltx", "*", "*.ltx"),
					)
					return err == nil && len(found) > 0
				}
			}
			require.Eventually(t, works, 20*time.Second, 50*time.Millisecond, "%s: %s", box, &said)
			require.NoError(t, syscall.Kill(-c.Process.Pid, syscall.SIGTERM))
			<-ended
			continue
		}
		require.NoError(t, <-ended, "%s: %s", box, &said)
	}
	for _, box := range root { // what is typed is right, and the files that it names are there
		said, err := exec.Command("bash", "-n", "-c", box).CombinedOutput()
		require.NoError(t, err, string(said))
		for _, f := range regexp.MustCompile(`deploy/\S+`).FindAllString(box, -1) {
			require.FileExists(t, filepath.Join("../..", f))
		}
	}
}

// answers reports whether the server of a box does.
func answers(box string) bool {
	at := "http://127.0.0.1:8080/healthz"
	if strings.Contains(box, "8443") {
		at = "http://127.0.0.1:8443/trust" // which is all that is served without TLS
	}
	r, err := http.Get(at)
	if err != nil {
		return false
	}
	defer r.Body.Close()
	_, _ = io.Copy(io.Discard, r.Body)
	return r.StatusCode == http.StatusOK
}

// A club is replicated to another folder while students are added; the server, the replication and the
// club's file are lost at once. What was acknowledged more than a second before is there.
func TestReplica(t *testing.T) {
	tool := litestream(t)
	dir := t.TempDir()
	db, replica := filepath.Join(dir, "club.db"), "file://"+filepath.Join(dir, "other-disk")
	c := command("serve", "--new", "--db", db, "--addr", "127.0.0.1:0", "--copies", "none")
	at := server(t, c)
	config, err := filepath.Abs("../../deploy/litestream.yml")
	require.NoError(t, err)
	copies := exec.Command(tool, "replicate", "-config", config)
	copies.Env = append(os.Environ(), "CLUB="+db, "REPLICA="+replica)
	require.NoError(t, copies.Start())
	t.Cleanup(func() { _ = copies.Process.Kill() })
	require.Eventually(t, func() bool {
		found, err := filepath.Glob(filepath.Join(dir, "other-disk", "ltx", "*", "*.ltx"))
		return err == nil && len(found) > 0
	}, 20*time.Second, 50*time.Millisecond)
	var acknowledged []time.Time
	for begun := time.Now(); time.Since(begun) < 4*time.Second; {
		id := newID()
		require.Equal(t, 200, ask(t, "PUT", at+"/api/v1/students/"+id, map[string]any{
			"id":      id,
			"version": 0,
			"name":    fmt.Sprint("Student ", len(acknowledged)),
			"hand":    "right",
			"level":   "club",
		}))
		acknowledged = append(acknowledged, time.Now())
	}
	lost := time.Now()
	require.NoError(t, c.Process.Kill())
	require.NoError(t, copies.Process.Kill())
	_, _ = c.Process.Wait()
	_, _ = copies.Process.Wait()
	for _, end := range []string{"", "-wal", "-shm"} {
		require.NoError(t, os.RemoveAll(db+end))
	}
	restore := exec.Command(tool, "restore", "-config", config, "-o", db, db)
	restore.Env = copies.Env
	said, err := restore.CombinedOutput()
	require.NoError(t, err, string(said))
	there := howMany(t, db)
	due := 0
	for _, when := range acknowledged {
		if lost.Sub(when) > time.Second {
			due++
		}
	}
	require.GreaterOrEqual(t, there, due)
	t.Logf(
		"%d acknowledged, %d lost, the last %s before the loss",
		len(acknowledged),
		len(acknowledged)-there,
		lost.Sub(acknowledged[max(0, there-1)]).Round(time.Millisecond),
	)
	out, code := says(t, "", "check", "--db", db)
	require.Zero(t, code, out)
}

// The image holds the binary and an empty folder, and runs as somebody who owns nothing else: here
// in such a root, with what the Dockerfile says.
func TestTheImage(t *testing.T) {
	if os.Getuid() != 0 || runtime.GOOS != "linux" {
		t.Skip("another root is for root")
	}
	text, err := os.ReadFile("../../Dockerfile")
	require.NoError(t, err)
	said := map[string]string{}
	for _, line := range strings.Split(string(text), "\n") {
		key, rest, _ := strings.Cut(line, " ")
		said[key] = rest
	}
	require.Equal(t, "scratch", said["FROM"])
	require.Equal(t, "65532:65532", said["USER"])
	require.Equal(t, `["/hodometer"]`, said["ENTRYPOINT"])
	require.Equal(t, "TMPDIR=/data", said["ENV"])
	root := t.TempDir()
	for dir := root; dir != "/" && dir != os.TempDir(); dir = filepath.Dir(dir) {
		require.NoError(t, os.Chmod(dir, 0o755))
	}
	program, err := os.ReadFile(binary(t))
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(filepath.Join(root, "hodometer"), program, 0o755))
	data := filepath.Join(root, "data")
	require.NoError(t, os.Mkdir(data, 0o700))
	require.NoError(t, os.Chown(data, 65532, 65532))
	inside := func(args ...string) *exec.Cmd {
		c := exec.Command("/hodometer", args...)
		c.Path, c.Dir, c.Env = "/hodometer", "/data", []string{said["ENV"]}
		c.SysProcAttr = &syscall.SysProcAttr{
			Chroot: root, Credential: &syscall.Credential{Uid: 65532, Gid: 65532},
		}
		return c
	}
	owner := inside("owner", "--new")
	owner.Stdin = strings.NewReader(words + "\n")
	out, err := owner.CombinedOutput()
	if errors.Is(err, syscall.EPERM) {
		t.Skip("this root may not have another one")
	}
	require.NoError(t, err, string(out))
	at := server(t, inside("serve", "--addr", "127.0.0.1:0", "--tls", "own"))
	require.Contains(t, at, "https://")
	r, err := http.Get(strings.Replace(at, "https://", "http://", 1) + "/trust")
	require.NoError(t, err)
	require.NoError(t, r.Body.Close())
	require.Equal(t, 200, r.StatusCode)
	for _, args := range [][]string{{"backup", "copy.db"}, {"check", "--db", "copy.db"}} {
		out, err := inside(args...).CombinedOutput()
		require.NoError(t, err, string(out))
	}
}

// The unit is what the service manager takes, where there is one, and exposes little.
func TestTheUnit(t *testing.T) {
	text, err := os.ReadFile("../../deploy/hodometer.service")
	require.NoError(t, err)
	for _, line := range []string{"User=hodometer", "UMask=0077", "ProtectSystem=strict", "NoNewPrivileges=yes"} {
		require.Contains(t, string(text), "\n"+line+"\n")
	}
	if _, err := exec.LookPath("systemd-analyze"); err != nil {
		t.Skip("there is no service manager")
	}
	here := strings.ReplaceAll(string(text), "/usr/local/bin/hodometer", binary(t))
	path := filepath.Join(t.TempDir(), "hodometer.service")
	require.NoError(t, os.WriteFile(path, []byte(here), 0o644))
	said, err := exec.Command("systemd-analyze", "verify", "--man=no", path).CombinedOutput()
	require.NoError(t, err, string(said))
	require.NotContains(t, string(said), "Unknown")
	said, err = exec.Command("systemd-analyze", "security", "--offline=true", "--threshold=20", path).
		CombinedOutput()
	require.NoError(t, err, string(said))
}

// The same source in another folder gives the same bytes.
func TestABuildIsReproducible(t *testing.T) {
	elsewhere := filepath.Join(t.TempDir(), "another", "folder")
	require.NoError(t, os.MkdirAll(filepath.Dir(elsewhere), 0o755))
	root, err := filepath.Abs("../..")
	require.NoError(t, err)
	list := strings.Fields("-C " + root + " ls-files core internal cmd web/*.go docs go.mod go.sum")
	files, err := exec.Command("git", list...).Output()
	if err != nil {
		t.Skip("this is no working copy")
	}
	for _, f := range strings.Fields(string(files)) {
		text, err := os.ReadFile(filepath.Join(root, f))
		require.NoError(t, err)
		require.NoError(t, os.MkdirAll(filepath.Dir(filepath.Join(elsewhere, f)), 0o755))
		require.NoError(t, os.WriteFile(filepath.Join(elsewhere, f), text, 0o644))
	}
	require.NoError(
		t,
		os.CopyFS(filepath.Join(elsewhere, "web", "build"), os.DirFS(filepath.Join(root, "web", "build"))),
	)
	require.NoError(
		t,
		build(filepath.Join(elsewhere, "cmd", "hodometer"), filepath.Join(elsewhere, "hodometer")),
	)
	sum := func(path string) string {
		text, err := os.ReadFile(path)
		require.NoError(t, err)
		return fmt.Sprintf("%x", sha256.Sum256(text))
	}
	require.Equal(t, sum(binary(t)), sum(filepath.Join(elsewhere, "hodometer")))
}

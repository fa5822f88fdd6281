package run

import (
	"bytes"
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// foldAll is what a page does: it takes up each run in batches and says its state.
const foldAll = `
require(process.argv[2]);
const fs = require('fs');
const go = new Go();
WebAssembly.instantiate(fs.readFileSync(process.argv[3]), go.importObject).then(({ instance }) => {
  go.run(instance);
  const { lesson, runs } = JSON.parse(fs.readFileSync(0, 'utf8'));
  for (const events of runs) {
    const id = Number(hodometer.open(JSON.stringify(lesson), '[]'));
    for (let i = 0; i < events.length; i += 7) hodometer.add(id, JSON.stringify(events.slice(i, i + 7)));
    fs.writeSync(1, hodometer.state(id) + '\n');
    hodometer.close(id);
  }
  process.exit(0);
});`

// Two hundred runs of every kind of event are folded in the browser's build, in batches,
// to the same bytes as here.
func TestTheBrowserFoldsTheSameBytes(t *testing.T) {
	dir := t.TempDir()
	wasm, script := filepath.Join(dir, "core.wasm"), filepath.Join(dir, "fold.cjs")
	build := exec.Command(
		"go",
		"build",
		"-trimpath",
		"-ldflags=-s -w",
		"-o",
		wasm,
		"hodometer/cmd/hodometer-wasm",
	)
	build.Env = append(os.Environ(), "GOOS=js", "GOARCH=wasm", "GOFLAGS=")
	said, err := build.CombinedOutput()
	require.NoError(t, err, "%s", said)
	root, err := exec.Command("go", "env", "GOROOT").Output()
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(script, []byte(foldAll), 0o600))

	l := everything(t)
	runs := make([][]Event, 200)
	want := make([]string, len(runs))
	for i := range runs {
		runs[i] = anyRun(l, 20+i%80, uint64(i))
		text, err := json.Marshal(Fold(l, runs[i]))
		require.NoError(t, err)
		want[i] = string(text)
	}
	in, err := json.Marshal(map[string]any{"lesson": l, "runs": runs})
	require.NoError(t, err)
	node := exec.Command("node", script,
		filepath.Join(strings.TrimSpace(string(root)), "lib", "wasm", "wasm_exec.js"), wasm)
	node.Stdin, node.Stderr = bytes.NewReader(in), os.Stderr
	out, err := node.Output()
	require.NoError(t, err)
	got := strings.Split(strings.TrimSuffix(string(out), "\n"), "\n")
	require.Len(t, got, len(want))
	for i := range want {
		require.Equal(t, want[i], got[i], "run %d", i)
	}
}

package store

import (
	"bufio"
	"context"
	"flag"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// writers is how many write at once in the process that is killed.
const writers = 50

// TestMain is that process, where it is told to be: it writes, and says what was
// acknowledged.
func TestMain(m *testing.M) {
	path, round := os.Getenv("HODOMETER_WRITES"), os.Getenv("HODOMETER_ROUND")
	if path == "" {
		// Each check of a property opens a file and writes it through to the disk many times.
		if err := flag.Set("rapid.checks", "30"); err != nil {
			panic(err)
		}
		os.Exit(m.Run())
	}
	s, err := Open(context.Background(), path)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
	for w := range writers {
		go func() {
			for n := 0; ; n++ {
				id := fmt.Sprintf("%s-%d-%d", round, w, n)
				if err := tryPut(s, id); err != nil {
					fmt.Fprintln(os.Stderr, err)
					os.Exit(1)
				}
				os.Stdout.WriteString(id + "\n")
			}
		}()
	}
	select {}
}

// once starts the process, copies the file while it writes, kills it, and gives what it
// said was written, and how many copies were made.
func once(t testing.TB, path string, round int, lives time.Duration) (said []string, copies int) {
	c := exec.Command(os.Args[0])
	c.Env = append(os.Environ(), "HODOMETER_WRITES="+path, fmt.Sprint("HODOMETER_ROUND=", round))
	c.Stderr = os.Stderr
	out, err := c.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, c.Start())
	lines := bufio.NewScanner(out)
	require.True(t, lines.Scan(), "the process ended by itself")
	said = append(said, lines.Text())
	ended := make(chan struct{})
	go func() {
		defer close(ended)
		for until := time.Now().Add(lives); time.Now().Before(until); copies++ {
			to := fmt.Sprintf("%s.copy-%d-%d", path, round, copies)
			held, err := Backup(context.Background(), path, to)
			if err != nil {
				t.Errorf("copying: %v", err)
			} else if held.Students == 0 {
				t.Errorf("the copy %s holds nothing", to)
			}
			if err := os.Remove(to); err != nil {
				t.Error(err)
			}
		}
		if err := c.Process.Kill(); err != nil {
			t.Error(err)
		}
	}()
	for lines.Scan() { // the last line may be cut off, and then was not said
		said = append(said, lines.Text())
	}
	<-ended
	_ = c.Wait() // it was killed
	return said, copies
}

func killMany(t testing.TB, rounds int, lives func() time.Duration) {
	path := filepath.Join(t.TempDir(), "club.db")
	acknowledged, copied := map[string]bool{}, 0
	for round := range rounds {
		said, copies := once(t, path, round, lives())
		copied += copies
		for _, id := range said {
			acknowledged[id] = true
		}
	}
	s, err := Open(context.Background(), path)
	require.NoError(t, err)
	defer s.Close()
	rows, err := s.read.QueryContext(context.Background(), "select id from students")
	require.NoError(t, err)
	defer rows.Close()
	for rows.Next() {
		var id string
		require.NoError(t, rows.Scan(&id))
		delete(acknowledged, id)
	}
	require.NoError(t, rows.Err())
	require.Empty(t, acknowledged, "acknowledged, and not there")
	_, err = Look(context.Background(), path, true)
	require.NoError(t, err)
	t.Logf("%d kills, %d copies", rounds, copied)
}

// Fifty write, copies are made, and the process is killed at any moment, again and again:
// nothing that was acknowledged is lost. BenchmarkKilled does it for as often as it is told.
func TestKilledWhileWritingAndCopying(t *testing.T) {
	dice := rand.New(rand.NewPCG(3, 4))
	killMany(t, 6, func() time.Duration { return time.Duration(20+dice.IntN(180)) * time.Millisecond })
}

// Run it with -benchtime 200x for two hundred kills, and BenchmarkBackupUnderLoad with
// -benchtime 1x for fifty writers and copies for twenty seconds.
func BenchmarkKilled(b *testing.B) {
	dice := rand.New(rand.NewPCG(5, 6))
	killMany(b, b.N, func() time.Duration { return time.Duration(10+dice.IntN(150)) * time.Millisecond })
}

func BenchmarkBackupUnderLoad(b *testing.B) {
	killMany(b, b.N, func() time.Duration { return 20 * time.Second })
}

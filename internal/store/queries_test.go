package store

import (
	"database/sql"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// growing are the tables that grow with every lesson; the others hold what a club is made of.
var growing = regexp.MustCompile(
	`^(lessons|lesson_students|blocks|lesson_versions|texts|runs|events|packed_events|results|engagements|` +
		`efforts|games|game_players|tags|attended|deeds)$`,
)

// No query reads all rows of a table that grows: each finds what it wants by an index. The few
// that do are here, with the reason.
func TestNoQueryReadsAWholeTable(t *testing.T) {
	mayScan := map[string]string{
		"ListTagWords": "the words of a club are counted over all its lessons; kept small by their number",
		"FirstWork":    "one row is asked for once a day, for the copies",
		"ListResults":  "an export of all that was counted is just that",
		"ListToPack":   "it is asked every six hours, from the oldest run on",
		"CountTexts":   "tests alone ask it",
		"DropTexts":    "it is asked when versions went, by the same that joins them",
	}
	path := filepath.Join(t.TempDir(), "club.db")
	require.NoError(t, openAt(t, path).Close())
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	defer db.Close()
	files, err := filepath.Glob("queries/*.sql")
	require.NoError(t, err)
	name := regexp.MustCompile(`(?m)^-- name: (\w+) :\w+$`)
	param := regexp.MustCompile(`sqlc\.(arg|slice)\('\w+'\)`)
	embed := regexp.MustCompile(`sqlc\.embed\((\w+)\)`)
	alias := regexp.MustCompile(`(?i)\b(?:from|join)\s+(\w+)(?:\s+(?:as\s+)?(\w+))?`)
	scan := regexp.MustCompile(`^SCAN (\w+)`)
	seen := 0
	for _, file := range files {
		text, err := os.ReadFile(file)
		require.NoError(t, err)
		at := name.FindAllSubmatchIndex(text, -1)
		for i, m := range at {
			end := len(text)
			if i+1 < len(at) {
				end = at[i+1][0]
			}
			// With a value for each parameter, so that it is planned as when it is asked.
			query := param.ReplaceAllString(string(text[m[1]:end]), "'x'")
			query = embed.ReplaceAllString(strings.ReplaceAll(query, "?", "'x'"), "$1.*")
			called := string(text[m[2]:m[3]])
			tables := map[string]string{}
			for _, a := range alias.FindAllStringSubmatch(query, -1) {
				tables[a[1]] = a[1]
				if a[2] != "" {
					tables[a[2]] = a[1]
				}
			}
			rows, err := db.Query("explain query plan " + strings.TrimSpace(query))
			require.NoError(t, err, called)
			for rows.Next() {
				var id, parent, unused int
				var detail string
				require.NoError(t, rows.Scan(&id, &parent, &unused, &detail))
				if s := scan.FindStringSubmatch(detail); s != nil && mayScan[called] == "" {
					assert.NotRegexp(t, growing, tables[s[1]], "%s: %s", called, detail)
				}
			}
			require.NoError(t, rows.Err())
			require.NoError(t, rows.Close())
			seen++
		}
	}
	require.Greater(t, seen, 100)
}

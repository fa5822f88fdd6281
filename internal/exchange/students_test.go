package exchange

import (
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"path/filepath"
	"strings"
	"testing"

	"hodometer/core/court"
	"hodometer/core/units"
	"hodometer/internal/club"
	"hodometer/internal/club/students"
	"hodometer/internal/store"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func openClub(t testing.TB) *club.Club {
	s, err := store.Open(context.Background(), filepath.Join(t.TempDir(), "club.db"))
	require.NoError(t, err)
	t.Cleanup(func() { require.NoError(t, s.Close()) })
	return club.New(s)
}

// However a spreadsheet writes it, the same students are read.
func TestTablesAsSpreadsheetsWriteThem(t *testing.T) {
	for name, file := range map[string]string{
		"commas":          "name,hand,level,groups\nZoë Marl,left,beginner,Orange|Tuesday\n",
		"semicolons":      "Name;Handed;Level;Group\r\nZoë Marl;L;Beginner;Orange|Tuesday\r\n",
		"a mark":          "\xef\xbb\xbfname,hand,level,groups\nZoë Marl,left,beginner,Orange|Tuesday\n",
		"Latin-1":         "name;hand;level;groups\nZo\xeb Marl;left;beginner;Orange|Tuesday\n",
		"quotes, tabs":    "\"name\"\t\"hand\"\tlevel\tgroups\n\"Zoë Marl\"\tleft\tbeginner\t\"Orange|Tuesday\"\n",
		"columns we lack": "shoe,name,hand,,level,groups\n43,Zoë Marl,left,,beginner,Orange|Tuesday,more\n\n",
		"quoted formulas": "name,hand,level,groups\n'=Zoë Marl,left,beginner,Orange|Tuesday\n",
		"another order":   "groups,level,name,hand\nOrange | Tuesday,beginner,  Zoë Marl ,left\n",
	} {
		rows, err := ReadStudents([]byte(file))
		require.NoError(t, err, name)
		require.Len(t, rows, 1, name)
		s := rows[0].Student
		require.Empty(t, rows[0].Wrong, name)
		require.Equal(t, "Zoë Marl", strings.TrimPrefix(s.Name, "="), name)
		require.Equal(t, court.LeftHand, s.Hand, name)
		require.Equal(t, units.Beginner, s.Level, name)
		require.Equal(t, []string{"Orange", "Tuesday"}, rows[0].Groups, name)
		require.Equal(t, 2, rows[0].Line, name)
	}
	for name, file := range map[string]string{
		"empty": "", "no names": "hand,level\nleft,club\n", "no text": "name\x00\n", "open quote": "name\n\"Zoë",
	} {
		rows, err := ReadStudents([]byte(file))
		if name == "open quote" { // taken as it stands: nothing is lost of it
			require.NoError(t, err)
			require.Len(t, rows, 1)
			continue
		}
		require.Error(t, err, name)
	}
}

// A preview says what is then done, and does nothing; rows that are wrong or twice there
// are refused and the others taken; a second time all is as it was; what is written out
// is read back as the same students, and no cell is a formula.
func TestStudentsInAndOut(t *testing.T) {
	ctx, c := context.Background(), openClub(t)
	file := "name,hand,level,age,groups,cautions,speed m/s,notes\n" +
		"Ada Fenn,left,beginner,9,Owls,no overheads|shaded court,4.2,\"=HYPERLINK(\"\"x\"\")\"\n" +
		"Bo Tarn,right,expert,,Owls,,,\n" +
		"ada  fenn,right,club,,,,,\n" +
		"Dee Vale,,,adult,,,,＝HYPERLINK\n" +
		"Cy Moor,,,adult,Owls,,,\"says \"\"hi\"\"; twice\"\n"
	rows, err := ReadStudents([]byte(file))
	require.NoError(t, err)
	try, err := c.ImportStudents(ctx, rows, true)
	require.NoError(t, err)
	nobody, err := c.Students(ctx)
	require.NoError(t, err)
	require.Empty(t, nobody)
	done, err := c.ImportStudents(ctx, rows, false)
	require.NoError(t, err)
	require.Equal(t, try, done)
	require.Equal(t, [4]int{3, 0, 0, 2}, [4]int{done.Added, done.Changed, done.Same, done.Refused})
	require.Contains(t, done.Rows[1].Says, "expert")
	require.Contains(t, done.Rows[2].Says, "line 2")
	require.Equal(t, []string{"Owls: 2 more"}, done.Groups)
	again, err := c.ImportStudents(ctx, rows, false)
	require.NoError(t, err)
	require.Equal(t, 3, again.Same)
	all, err := c.Students(ctx)
	require.NoError(t, err)
	groups, err := c.Groups(ctx)
	require.NoError(t, err)
	text, err := WriteStudents(all, groups)
	require.NoError(t, err)
	require.Contains(t, string(text), `"'=HYPERLINK(`)
	require.Contains(t, string(text), `'＝HYPERLINK`)
	back, err := ReadStudents(text)
	require.NoError(t, err)
	for i, r := range back {
		want := all[i]
		want.Version = 0
		require.Equal(t, want, r.Student)
	}
}

// Whoever a club may have comes back from its table as they were: namesakes, bars and
// backslashes in words, lines and quotes in notes, cells that look like formulas.
func TestAnyStudentsInAndOut(t *testing.T) {
	ctx, from, to := context.Background(), openClub(t), openClub(t)
	words := rapid.StringMatching(`[-=+@'"|,;\\ a-cé\n]{0,12}`)
	names := []string{"Ada", "ada", "A|B", `C\D`, "=E", "'F"}
	for i := range 60 {
		s, err := from.SaveStudent(ctx, students.Student{
			ID: uuid.NewString(), Hand: court.LeftHand, Level: units.Club, Name: names[i%len(names)],
			About: students.About{
				Notes: words.Example(i), Cautions: []string{"x" + words.Example(1000+i) + "x", "y|\\"},
			},
		})
		require.NoError(t, err)
		_, err = from.SaveGroup(ctx, students.Group{
			ID: uuid.NewString(), Name: fmt.Sprintf("g|%d\\", i), Students: []string{s.ID},
		})
		require.NoError(t, err)
	}
	want, err := from.Students(ctx)
	require.NoError(t, err)
	groups, err := from.Groups(ctx)
	require.NoError(t, err)
	text, err := WriteStudents(want, groups)
	require.NoError(t, err)
	rows, err := ReadStudents(text)
	require.NoError(t, err)
	done, err := to.ImportStudents(ctx, rows, false)
	require.NoError(t, err)
	require.Equal(t, len(want), done.Added, "%v", done.Rows)
	got, err := to.Students(ctx)
	require.NoError(t, err)
	require.ElementsMatch(t, want, got)
	kept, err := to.Groups(ctx)
	require.NoError(t, err)
	require.Len(t, kept, len(groups))
}

// many is a table of so many students.
func many(rows int) string {
	var b strings.Builder
	b.WriteString("name,level\n")
	for i := range rows {
		fmt.Fprintf(&b, "Student %d,club\n", i)
	}
	return b.String()
}

// A hundred thousand rows are read, and no more.
func TestAHundredThousandRows(t *testing.T) {
	rows, err := ReadStudents([]byte(many(mostRows)))
	require.NoError(t, err)
	require.Len(t, rows, mostRows)
	_, err = ReadStudents([]byte(many(mostRows + 1)))
	require.ErrorContains(t, err, "at most")
}

// A hundred thousand rows taken into an empty club.
func BenchmarkImport(b *testing.B) {
	rows, err := ReadStudents([]byte(many(mostRows)))
	require.NoError(b, err)
	for b.Loop() {
		out, err := openClub(b).ImportStudents(context.Background(), rows, false)
		require.NoError(b, err)
		require.Equal(b, mostRows, out.Added)
	}
}

// Whatever a file holds, it is read or refused; what was read is written, and no cell of
// it is a formula.
func FuzzStudents(f *testing.F) {
	f.Add([]byte("name;hand\n\"a \"\"b\";left\n=1+1;x\n"))
	f.Add([]byte("\xef\xbb\xbfname,age,speed\n@x,12,4\xb75\n"))
	f.Fuzz(func(t *testing.T, file []byte) {
		rows, err := ReadStudents(file)
		if err != nil {
			return
		}
		var all []students.Student
		for _, r := range rows {
			all = append(all, r.Student)
		}
		text, err := WriteStudents(all, nil)
		require.NoError(t, err)
		back, err := ReadStudents(text)
		require.NoError(t, err)
		require.LessOrEqual(t, len(back), len(rows)) // one that says nothing is none
		cells, err := csv.NewReader(bytes.NewReader(text)).ReadAll()
		require.NoError(t, err)
		for _, line := range cells {
			for _, cell := range line {
				require.False(t, cell != "" && strings.ContainsAny(cell[:1], "=+-@\t\r"), "%q", cell)
			}
		}
	})
}

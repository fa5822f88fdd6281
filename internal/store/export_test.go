package store

import (
	"testing"

	"github.com/stretchr/testify/require"
)

// Written and FieldsOf are for the test that every text is classified.
var (
	Written  = written
	FieldsOf = fieldsOf
)

// WrittenColumns are those in which people write, as "table column".
func WrittenColumns() (out []string) {
	for _, p := range places {
		out = append(out, p.table+" "+p.column)
	}
	return out
}

// TextColumns are all columns of text in the file.
func (s *Store) TextColumns(t *testing.T) []string {
	out, err := column(t.Context(), s.read, `select m.name || ' ' || c.name
		from sqlite_master m, pragma_table_info(m.name) c where m.type = 'table'
		and m.name not like 'sqlite_%' and m.name <> 'goose_db_version' and lower(c.type) = 'text'`)
	require.NoError(t, err)
	return out
}

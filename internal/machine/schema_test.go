package machine_test

import (
	"bytes"
	"encoding/json"
	"os"
	"strings"
	"testing"
	"time"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	core "hodometer/core/machine"
	"hodometer/docs/formats"
	"hodometer/internal/machine"
)

func schema(t *testing.T) *jsonschema.Schema {
	t.Helper()
	whole, err := jsonschema.UnmarshalJSON(bytes.NewReader(formats.Machine))
	require.NoError(t, err)
	c := jsonschema.NewCompiler()
	require.NoError(t, c.AddResource("machine.schema.json", whole))
	return c.MustCompile("machine.schema.json#/$defs/MachineMessage")
}

// What is said in a whole conversation, on both sides, is as the published schema has it.
func TestMessagesAreAsPublished(t *testing.T) {
	published := schema(t)
	kinds := map[machine.Kind]bool{}
	fits := func(messages ...machine.Message) {
		for _, m := range messages {
			text, err := json.Marshal(m)
			require.NoError(t, err)
			v, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
			require.NoError(t, err)
			assert.NoError(t, published.Validate(v), string(text))
			kinds[m.Kind] = true
		}
	}
	k := tennis(t)
	k.Hopper = 3
	sim := machine.NewSim(k, "s", 1)
	at := noon
	for _, m := range []machine.Message{
		{Kind: machine.Hello, Version: machine.Version, Sport: "tennis", Client: "c"},
		{Kind: machine.Start, Countdown: 3},
		{Kind: machine.Load, Programme: programme(t, core.Setting{Shuffled: true, Anywhere: 1, PerMinute: 20})},
		{Kind: machine.Start, Countdown: 3},
		{Kind: machine.Rate, PerMinute: 24},
		{Kind: machine.Beat},
		{Kind: machine.Refill},
		{Kind: machine.Start, Countdown: 5},
		{Kind: machine.Pause},
		{Kind: machine.Stop},
	} {
		fits(m)
		fits(sim.Hear(m, at)...)
		at = at.Add(20 * time.Second)
		fits(sim.Until(at)...)
	}
	for _, said := range []machine.Kind{
		machine.Refused, machine.Counting, machine.Running, machine.Thrown, machine.Empty,
	} {
		assert.True(t, kinds[said], "nothing was said of %s", said)
	}
}

// The conversation in the guide is one that a machine follows.
func TestTheGuidesConversation(t *testing.T) {
	guide, err := os.ReadFile("../../docs/formats/machine.md")
	require.NoError(t, err)
	said := 0
	for line := range strings.Lines(string(guide)) {
		if text, ok := strings.CutPrefix(line, "→ "); ok {
			_, err := machine.Read([]byte(text))
			assert.NoError(t, err, text)
			said++
		}
	}
	assert.Equal(t, 4, said)
}

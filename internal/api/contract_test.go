package api

import (
	"testing"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/require"
)

// The contract is a document of the OpenAPI version that it states, with its examples.
func TestTheContractIsValid(t *testing.T) {
	contract, err := openapi3.NewLoader().LoadFromFile("openapi.yaml")
	require.NoError(t, err)
	require.Equal(t, "3.0.3", contract.OpenAPI)
	require.NoError(t, contract.Validate(t.Context(), openapi3.EnableExamplesValidation()))
}

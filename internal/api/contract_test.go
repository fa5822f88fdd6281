package api

import (
	"net/http/httptest"
	"slices"
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

// undeclared are answers that any operation may give, of who asks and of the server: they are
// the contract's default.
var undeclared = []int{400, 401, 403, 413, 421, 429, 500, 503}

// declared fails where the contract does not have that answer of that operation. Every test
// that asks the API asks this too.
func declared(t testing.TB, method, path string, status int) {
	route, _, err := router().FindRoute(httptest.NewRequest(method, path, nil))
	if err != nil || slices.Contains(undeclared, status) {
		return // it is no operation, and refused as such
	}
	if route.Operation.Responses.Status(status) == nil {
		t.Errorf("%s answers %d, which it does not declare", route.Operation.OperationID, status)
	}
}

//go:build !(js && wasm)

// Command hodometer-wasm is built for the browser only: GOOS=js GOARCH=wasm.
package main

func main() {}

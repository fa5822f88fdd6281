// Package reports says what a time with a student came to, for who may read it.
package reports

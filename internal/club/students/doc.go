// Package students keeps who is taught: students, the groups they come in, and who turned out
// to be the same person. It reads lists of students that coaches bring.
package students

// Package season has nothing but a test: invented students whose true rates are known go through
// eight weeks of lessons by the services that the API uses. The first draft is always taken and
// all advice is followed; then it is judged what a coach would have seen from lesson to lesson.
// SEASON=2 has other students. With the race detector, which makes it ten times as long and has
// nothing to find where one lesson follows another, it is left out.
package season

// Package pattern is the feeding pattern of a drill: ordered feeds, who stands
// where, and what it asks of the student, ball by ball.
//
// A feed is solved by package flight to where it must bounce, followed to where
// it is met, and the student is run there by package footwork: the time there is
// is contact less release, the time needed is reaction and sprint, and what is
// left over is the slack. Between balls the student recovers, to the base or to
// the spot that is best for all of the pattern's balls, as far as the time
// allows. Times run from the first release, in seconds; places are metres in
// the court's frame, the student at the near end.
//
// A pattern is data. Bending it (mirror, other hand, reverse, swap depths,
// scatter, tempo, another court) is a function from pattern to pattern, so that
// every bend can be looked at before it is taken, and undone.
package pattern

// Package shares hands parts of a club to another coach and takes them in: ladders, games and
// drills, lessons and plans of weeks without those who were in them, and lessons that were
// given with what was counted. What is in the club already stays as it is.
package shares

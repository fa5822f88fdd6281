// Package court knows where things are: lines, net, service boxes, zones and
// named spots of a court, and whether a ball was in.
//
// Frame: origin on the floor at the centre of the net; x to the right as the
// near player faces the net, y toward the far end; metres. The near baseline
// of a full tennis court is y = −11.8872. Lines are measured to their outer
// edge and a ball on the line is in, so a point is in when it lies inside or
// on the outer edge.
//
// A court is data (see tennis.go) read by one set of functions: adding a court
// is adding data. Dimensions: ITF Rules of Tennis, rule 1, and its
// 10-and-under appendix [rule; memory].
//
// Squash has no net: the origin lies on the floor at the middle of the front
// wall, y is negative into the court, and there is a near end only.
package court

package formation

// Beats are what a player does over one round of the turns, for the tests.
var Beats = beats

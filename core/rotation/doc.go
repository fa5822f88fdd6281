// Package rotation says who plays with and against whom, round by round.
//
// Round robin: the circle of the Berger tables (FIDE Handbook [rule; memory]):
// one player stays, the others move one place each round; every pair meets
// once, in n−1 rounds for n even, n for n odd.
//
// Doubles with changing partners: where the number of players leaves 0 or 1
// after division by four a whist tournament exists [paper: Anderson,
// Combinatorial Designs; memory]: everyone partners everyone once and opposes
// everyone twice. It is built from one round over the residues of a modulus,
// whose partner differences are every residue once and whose opponent
// differences every residue twice; adding 1 again and again gives the rest. For
// other numbers a seeded search keeps repeats few, and Tally states how close
// it came to the least there can be.
package rotation

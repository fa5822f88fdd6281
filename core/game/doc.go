// Package game plays a game under its rules, as data and a fold over points,
// and reckons who is likely to win it and how long it takes.
//
// The chance that A, who wins each point with chance p, reaches a before B
// reaches b is Σ_{j<b} C(a−1+j, j) p^a (1−p)^j [rule: closed form].
package game

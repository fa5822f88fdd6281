// Package goal answers how many balls and minutes a goal takes a student who
// makes each ball with the same chance p, independently.
//
// Two kinds. "Total": N good ones in all; balls needed follow the negative
// binomial law, mean N/p. "In a row": k good ones running, from zero after
// each miss; mean (1 − p^k)/(p^k(1 − p)), and the chance of still waiting after
// n balls follows the exact recurrence
//
//	S(n) = S(n−1) − (1−p) p^k S(n−k−1),  S(0..k−1) = 1,  S(k) = 1 − p^k
//
// [rule: closed form; Feller, An Introduction to Probability Theory, vol. 1].
// A Course is several goals one after the other, reckoned as one chain. Tempo
// turns balls into minutes: seconds between feeds, and a pick-up each time the
// basket is empty.
package goal

// Package access says who may come in, and what each may do there. It is the one place
// that does: policy.go lists every operation of the contract with the least role that may
// ask for it, and one that is not listed is refused.
//
// A server that is bound to loopback alone has no doors: whoever sits at the machine is
// the owner. Anywhere else there are three: the owner's passphrase, a code that pairs a
// phone, and the secret in a link to one student's card. Each is limited in how often it
// may be tried. Passphrases are kept as argon2id, sessions and secrets as digests, so that
// a copy of the club file opens no door.
package access

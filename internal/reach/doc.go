// Package reach is how the server is reached from elsewhere: the addresses that a phone can
// type, and the certificate that makes them safe. A browser grants the offline application
// and the wake lock only over TLS that it trusts.
//
// A club on its own Wi-Fi has no name that a public authority could vouch for, so the
// server can be its own (authority.go): a root that each phone installs once, and a leaf
// made anew whenever the addresses change. The root may only vouch for names and addresses
// of a private network; a key that was stolen is of no use elsewhere. On the same port,
// whoever asks in plain HTTP is shown how to install the root, and nothing else.
package reach

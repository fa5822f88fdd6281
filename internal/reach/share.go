package reach

import (
	"net"
	"net/netip"
	"sync"
)

// eachAddress is the largest number of connections from one address [trade]. A browser opens six.
const eachAddress = 32

// Share returns a listener that lets no address have more than its share of the connections, so that
// one stranger cannot hold them all. An address of the loopback has no share: a proxy on this computer
// speaks for everybody.
func Share(l net.Listener) net.Listener { return &sharing{Listener: l, held: map[string]int{}} }

type sharing struct {
	net.Listener
	mu   sync.Mutex
	held map[string]int // connections by place
}

// Accept returns the next connection of an address that has not had its share. The others are closed.
func (s *sharing) Accept() (net.Conn, error) {
	for {
		c, err := s.Listener.Accept()
		if err != nil {
			return nil, err
		}
		place := sharedBy(c.RemoteAddr(), c.LocalAddr())
		if place == "" {
			return c, nil
		}
		s.mu.Lock()
		full := s.held[place] >= eachAddress
		if !full {
			s.held[place]++
		}
		s.mu.Unlock()
		if full {
			c.Close()
			continue
		}
		return &shared{Conn: c, leave: sync.OnceFunc(func() { s.leave(place) })}, nil
	}
}

func (s *sharing) leave(place string) {
	s.mu.Lock()
	defer s.mu.Unlock()
	if s.held[place]--; s.held[place] <= 0 {
		delete(s.held, place)
	}
}

// sharedBy is who shares: an address or, of the newer kind from another network than the server's own,
// its network of 64 bits, which is one household. "" is for who has no share.
func sharedBy(remote, local net.Addr) string {
	from, err := netip.ParseAddrPort(remote.String())
	if err != nil {
		return ""
	}
	addr := from.Addr().Unmap().WithZone("")
	if addr.IsLoopback() {
		return ""
	}
	if addr.Is4() {
		return addr.String()
	}
	network := netip.PrefixFrom(addr, 64).Masked()
	if at, err := netip.ParseAddrPort(
		local.String(),
	); err == nil &&
		network.Contains(at.Addr().WithZone("")) {
		return addr.String()
	}
	return network.String()
}

// shared is a connection that counts until it is closed.
type shared struct {
	net.Conn
	leave func()
}

// Close closes the connection.
func (s *shared) Close() error {
	s.leave()
	return s.Conn.Close()
}

package reach

import (
	"net"
	"testing"

	"github.com/stretchr/testify/require"
)

// from is a connection that says where it is from.
type from struct {
	net.Conn
	remote, local string
	closed        bool
}

func (f *from) RemoteAddr() net.Addr { return address(f.remote) }
func (f *from) LocalAddr() net.Addr  { return address(f.local) }
func (f *from) Close() error         { f.closed = true; return nil }

type address string

func (address) Network() string  { return "tcp" }
func (a address) String() string { return string(a) }

// arriving gives connections one after the other.
type arriving struct {
	net.Listener
	all []*from
}

func (a *arriving) Accept() (net.Conn, error) {
	if len(a.all) == 0 {
		return nil, net.ErrClosed
	}
	c := a.all[0]
	a.all = a.all[1:]
	return c, nil
}

// Of a thousand connections of one stranger so many are let in as one address may have, and another
// address comes in; what is closed can be opened again. A household of the newer kind is one place, but
// not where it is the club's own network; a proxy on this computer speaks for everybody.
func TestEachAddressHasAShare(t *testing.T) {
	const here = "[2001:db8:0:1::1]:8443"
	let := func(remotes ...string) (in []net.Conn, l *sharing) {
		a := &arriving{}
		for _, r := range remotes {
			a.all = append(a.all, &from{remote: r, local: here})
		}
		l = Share(a).(*sharing)
		for {
			c, err := l.Accept()
			if err != nil {
				return in, l
			}
			in = append(in, c)
		}
	}
	times := func(n int, remote func(i int) string) (out []string) {
		for i := range n {
			out = append(out, remote(i))
		}
		return out
	}
	one := times(1000, func(int) string { return "192.168.7.66:4000" })
	in, l := let(append(one, "192.168.7.50:4000")...)
	require.Len(t, in, eachAddress+1)
	require.NoError(t, in[0].Close())
	require.NoError(t, in[0].Close(), "twice is once")
	l.Listener.(*arriving).all = []*from{{remote: one[0], local: here}, {remote: one[0], local: here}}
	_, err := l.Accept()
	require.NoError(t, err)
	_, err = l.Accept()
	require.ErrorIs(t, err, net.ErrClosed, "one was free")

	household := func(network string) func(i int) string {
		return func(i int) string { return "[" + network + string(rune('a'+i%6)) + "]:4000" }
	}
	in, _ = let(times(300, household("2001:db8:0:9::"))...)
	require.Len(t, in, eachAddress)
	in, _ = let(times(120, household("2001:db8:0:1::"))...)
	require.Len(t, in, 120, "twenty each of six devices of the club")
	in, _ = let(times(300, func(int) string { return "127.0.0.1:4000" })...)
	require.Len(t, in, 300)
}

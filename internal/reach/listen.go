package reach

import (
	"bufio"
	"context"
	"errors"
	"io"
	"net"
	"sync"
	"time"
)

// Split gives two listeners over one: the first for connections that begin with a TLS
// handshake, the second for the others. Who types an address without https then still
// finds something at that port. Close the one below to end both.
func Split(l net.Listener) (secure, plain net.Listener) {
	ctx, end := context.WithCancelCause(context.Background())
	a, b := &branch{l, make(chan net.Conn), ctx}, &branch{l, make(chan net.Conn), ctx}
	go func() {
		var wait sync.WaitGroup
		for {
			c, err := l.Accept()
			if err != nil {
				var passing interface{ Temporary() bool }
				if errors.As(err, &passing) && passing.Temporary() { // too many open files, for a moment
					<-time.After(50 * time.Millisecond)
					continue
				}
				end(err)
				return
			}
			wait.Go(func() { deal(ctx, c, a.conns, b.conns) })
		}
	}()
	return a, b
}

// deal waits for the first byte: 22 begins a handshake (RFC 8446, section 5.1).
func deal(ctx context.Context, c net.Conn, secure, plain chan<- net.Conn) {
	const (
		patience  = 5 * time.Second
		handshake = 22
	)
	in := bufio.NewReaderSize(c, 16)
	_ = c.SetReadDeadline(time.Now().Add(patience)) // a connection without deadlines fails when it is read
	first, err := in.Peek(1)
	if err != nil {
		c.Close()
		return
	}
	_ = c.SetReadDeadline(time.Time{})
	to := plain
	if first[0] == handshake {
		to = secure
	}
	select {
	case to <- &begun{c, in}:
	case <-ctx.Done():
		c.Close()
	}
}

// begun is a connection of which some was read.
type begun struct {
	net.Conn
	in io.Reader
}

func (b *begun) Read(p []byte) (int, error) { return b.in.Read(p) }

type branch struct {
	net.Listener
	conns chan net.Conn
	ctx   context.Context
}

func (b *branch) Accept() (net.Conn, error) {
	select {
	case c := <-b.conns:
		return c, nil
	case <-b.ctx.Done():
		return nil, context.Cause(b.ctx)
	}
}

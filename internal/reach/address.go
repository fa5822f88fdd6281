package reach

import (
	"net"
	"net/url"
	"os"
	"slices"
	"strings"
)

// Addresses are the machine's on its networks, those a phone is likely to reach first:
// private ones of the old kind, then others. Loopback and link-local ones are left out.
func Addresses() []net.IP {
	all, err := net.InterfaceAddrs()
	if err != nil {
		return nil
	}
	var out []net.IP
	for _, a := range all {
		if n, ok := a.(*net.IPNet); ok && n.IP.IsGlobalUnicast() {
			out = append(out, n.IP)
		}
	}
	rank := func(ip net.IP) int {
		switch {
		case ip.To4() != nil && ip.IsPrivate():
			return 0
		case ip.To4() != nil:
			return 1
		}
		return 2
	}
	slices.SortStableFunc(out, func(a, b net.IP) int { return rank(a) - rank(b) })
	return out
}

// machine is the name that other machines of the network may know this one by; "" where it
// has none that they could.
func machine() string {
	host, err := os.Hostname()
	if err != nil || host == "" || strings.ContainsFunc(host, func(r rune) bool {
		return r > 127 || r == '_' || r == ' '
	}) {
		return ""
	}
	host = strings.ToLower(strings.TrimSuffix(host, "."))
	if !strings.Contains(host, ".") {
		host += ".local"
	}
	if !private(host) {
		return ""
	}
	return host
}

// Loopback says whether an address to listen on is reached from this machine alone.
func Loopback(addr string) bool {
	host, _, err := net.SplitHostPort(addr)
	if err != nil {
		return false
	}
	if strings.EqualFold(host, "localhost") {
		return true
	}
	ip := net.ParseIP(host)
	return ip != nil && ip.IsLoopback()
}

// Vouched keeps the addresses that the own authority may vouch for.
func Vouched(urls []string) []string {
	return slices.DeleteFunc(slices.Clone(urls), func(u string) bool {
		at, err := url.Parse(u)
		if err != nil {
			return true
		}
		ip := net.ParseIP(at.Hostname())
		return ip != nil && !vouchable(ip)
	})
}

// URLs are the addresses to type, for a server that listens there: by the names it was
// given, then by each address of the machine that it listens on.
func URLs(scheme string, listening net.Addr, names []string) []string {
	tcp, ok := listening.(*net.TCPAddr)
	if !ok {
		return nil
	}
	_, port, err := net.SplitHostPort(tcp.String())
	if err != nil {
		return nil
	}
	usual := map[string]string{"http": "80", "https": "443"}[scheme] == port
	var hosts []string
	hosts = append(hosts, names...)
	if tcp.IP.IsUnspecified() {
		for _, ip := range Addresses() {
			hosts = append(hosts, ip.String())
		}
	} else {
		hosts = append(hosts, tcp.IP.String())
	}
	out := make([]string, 0, len(hosts))
	for _, h := range hosts {
		at := net.JoinHostPort(h, port)
		if usual {
			at = strings.TrimSuffix(at, ":"+port)
		}
		out = append(out, scheme+"://"+at)
	}
	return out
}

package progress

import "gonum.org/v1/gonum/stat/distuv"

// Held is what is believed of the share of a student's repetitions that is held, from
// sessions in which so many of so many were: the Beta law that is conjugate to the binomial, with
// each value as likely as another before anything was judged. What was judged earlier counts for
// less with every session, as the student learns. The zero value is that of no session.
type Held struct {
	held, not float64
}

// fades is what a session counts for after the next, beside it [trade].
const fades = 0.8

// Add is one more session, of which so many of the judged repetitions were held.
func (r *Held) Add(judged, held int) {
	r.held = fades*r.held + float64(held)
	r.not = fades*r.not + float64(judged-held)
}

// Any reports whether anything was judged.
func (r *Held) Any() bool { return r.held+r.not > 0 }

func (r *Held) law() distuv.Beta { return distuv.Beta{Alpha: 1 + r.held, Beta: 1 + r.not} }

// Rate is the share that is held, and between what it lies with 80 % certainty.
func (r *Held) Rate() Rate {
	law := r.law()
	return Rate{Mean: law.Mean(), Low: law.Quantile(0.1), High: law.Quantile(0.9)}
}

// AtLeast is how sure it is that the share is p or more.
func (r *Held) AtLeast(p float64) float64 {
	law := r.law()
	return 1 - law.CDF(p)
}

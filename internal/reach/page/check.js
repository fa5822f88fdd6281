// Asks over TLS every few seconds; the answer comes only when this device trusts the server.
const main = document.querySelector('main');
const safe = main.dataset.safe;
const said = document.getElementById('said');
const go = document.getElementById('go');
const PAUSE = 2000;

const kinds = [...document.querySelectorAll('details')];
const own = kinds.find((d) => new RegExp(d.dataset.for).test(navigator.userAgent));
if (own) own.open = true;
// The fragment carries the code that lets this phone in; it goes on to the safe address.
go.href = safe + location.hash;

async function look() {
  try {
    const answer = await fetch(new URL('/trust/ok', safe), { cache: 'no-store' });
    if (!answer.ok) throw new Error('not ours');
    said.textContent = 'The certificate is installed. Did you compare it, as step 3 says?';
    said.parentElement.classList.add('good');
    go.hidden = false;
  } catch {
    said.textContent = 'The certificate is not installed yet.';
    setTimeout(look, PAUSE);
  }
}
look();

// node shot.mjs url out [w h] [script]
import { chromium } from '@playwright/test';
const [url, out, w='1280', h='800', script=''] = process.argv.slice(2);
const b = await chromium.launch({executablePath:'/usr/bin/chromium', args:['--no-sandbox','--disable-gpu','--disable-quic','--no-first-run','--disable-background-networking','--disable-component-update','--disable-sync']});
const p = await b.newPage({viewport:{width:+w,height:+h}, locale:'en-GB'});
p.on('pageerror', e=>console.log('pageerror', e.message)); p.on('console', m=>m.type()==='error'&&console.log('console', m.text()));
await p.goto(url); await p.waitForTimeout(900);
if (script) { await (new (Object.getPrototypeOf(async function(){}).constructor)('page', script))(p); await p.waitForTimeout(500); }
await p.screenshot({path:out, fullPage: process.env.FULL==='1'}); await b.close();

import { chromium } from 'playwright';
const [, , path, out, w = '1280', h = '800', ...js] = process.argv;
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const p = await b.newPage({ viewport: { width: +w, height: +h } });
p.on('pageerror', (e) => console.log('ERR', e.message));
await p.goto('http://127.0.0.1:8123' + path);
await p.waitForTimeout(1500);
for (const j of js) { console.log(JSON.stringify(await p.evaluate(j))); await p.waitForTimeout(800); }
await p.screenshot({ path: out });
await b.close();

import { chromium } from 'playwright';
const b = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const ctx = await b.newContext({ viewport: { width: 1280, height: 800 } });
const page = await ctx.newPage();
page.on('pageerror', (e) => console.log('pageerror', e.message));
const url = 'http://127.0.0.1:8123';
const shot = (n) => page.screenshot({ path: `/tmp/shots/walk-${n}.png` });
await page.goto(url);
const field = page.getByRole('combobox').first();
await page.waitForTimeout(1500);
for (const n of ['Liv Ostrander', 'Bo Quist', 'Ada Merrow']) { await page.keyboard.type(n); await page.keyboard.press('Enter'); await page.waitForTimeout(600); }
await page.waitForTimeout(4000);
await shot(1);
await page.getByRole('button', { name: 'Use this draft' }).first().click();
await page.waitForTimeout(3000);
await shot(2);
// keyboard only from here: tab to Watch it
await page.getByRole('button', { name: 'Watch it' }).focus();
await page.keyboard.press('Enter');
await page.waitForTimeout(9000);
await page.keyboard.press('Space');
for (let i = 0; i < 12; i++) await page.keyboard.press('ArrowRight');
await page.waitForTimeout(500);
await shot(3);
await page.keyboard.press('Escape');
console.log(page.url());
console.log(await page.getByRole('region',{name:'Results'}).innerText().catch(()=>'' ));
await b.close();

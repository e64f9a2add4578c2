import { chromium } from 'playwright-core';
const b = await chromium.launch({executablePath:'/usr/bin/chromium',args:['--no-sandbox','--use-gl=angle','--use-angle=swiftshader','--enable-unsafe-swiftshader']});
const p = await b.newPage({viewport:{width:1280,height:800}});
p.on('console',m=>m.type()==='error'&&console.log('ERR',m.text()));
await p.goto('http://127.0.0.1:8600/');
await p.getByTestId('demo-mo').click();
await p.waitForTimeout(2500);
const files=process.argv[2].split(',');
await p.getByTestId('bring-in').setInputFiles(files);
await p.waitForTimeout(6000);
await p.screenshot({path:'/tmp/look-a.png'});
const name=process.argv[3];
await p.getByText(name).first().click();
await p.waitForTimeout(4000);
await p.screenshot({path:'/tmp/look-b.png'});
for (const k of (process.argv[4]??'').split(',').filter(Boolean)) { await p.keyboard.press(k); await p.waitForTimeout(900); }
await p.screenshot({path:'/tmp/look-c.png'});
await b.close();

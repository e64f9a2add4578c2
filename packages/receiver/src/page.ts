import { sayArrived, type Receipt } from '@renquil/api';
import { xml } from '@renquil/formats';
import type { House } from './house.js';

/** Packages that the page shows. */
const mostPackages = 30;

/** The page: what arrived, and how the receiver shall behave. Works without a script, which only keeps the list fresh. */
export function pageHtml(house: House): string {
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Practice receiver</title><link rel="icon" href="data:,"><style>${style}</style><script src="/page.js" defer></script></head>
<body><header><h1>Practice receiver</h1><p>Stands in for the next department. Packages that are sent here are checked, opened and answered.</p></header>
<main><section aria-label="What arrived" id="arrivals" aria-live="polite">${arrivalsHtml(house)}</section>
${behaviourHtml(house)}</main></body></html>`;
}
/** The list alone. */
export function arrivalsHtml({ arrivals }: House): string {
  const ids = arrivals.ids();
  if (!ids.length)
    return '<h2>Nothing has arrived yet</h2><p>Hand off a scene, choose <em>Practice receiver</em> and send it.</p>';
  const list = ids.slice(0, mostPackages).map((id) => packageHtml(id, { arrivals }));
  const more = ids.length > mostPackages ? `<p>and ${ids.length - mostPackages} before</p>` : '';
  return `<h2>What arrived</h2>${list.join('')}${more}`;
}

function packageHtml(id: string, { arrivals }: Pick<House, 'arrivals'>): string {
  const offer = arrivals.offer(id);
  const receipts = arrivals.shown(id);
  const bytes = offer.files.reduce((sum, file) => sum + file.bytes, 0);
  const here = offer.files.reduce((sum, _, n) => sum + arrivals.received(id, n), 0);
  const last = receipts.at(-1);
  const says = last
    ? sayReceipt(last)
    : here === bytes
      ? 'All is here, not answered yet'
      : `${Math.floor((here / Math.max(1, bytes)) * 100)} % of ${sayBytes(bytes)} is here`;
  const twice = receipts.length > 1 ? ` <span class="quiet">answered ${receipts.length} times</span>` : '';
  const past = offer.reason === null ? '' : `<p class="warn">Past the gate: ${xml(offer.reason)}</p>`;
  return `<article><h3>${xml(offer.scene)} <span class="tag">${xml(offer.version)}</span></h3>
<p class="quiet">for ${xml(offer.target)}, from ${xml(offer.from)}, ${offer.files.length} files, ${sayBytes(bytes)}</p>${past}
<p class="${last?.state ?? 'waiting'}">${xml(says)}${twice}</p>${last ? tableOf(last) : ''}
${last && last.state !== 'refused' ? `<p><a href="/packages/${id}/arrived.csv" download="arrived.csv">All names that arrived (CSV)</a></p>` : ''}</article>`;
}
function sayReceipt({ state, objects, arrived, differences, more, reason }: Receipt): string {
  if (state === 'refused') return `Refused: ${reason ?? ''}`;
  return sayArrived({ objects, arrived, changed: differences.length + more });
}
function tableOf({ differences, more }: Receipt): string {
  if (!differences.length) return '';
  const rows = differences.map(
    ({ sent, arrived, because }) =>
      `<tr><td class="name">${xml(sent)}</td><td class="name">${arrived === null ? '<em>not here</em>' : xml(arrived)}</td><td>${xml(because)}</td></tr>`,
  );
  return `<table><thead><tr><th>Sent</th><th>Here</th><th>Because</th></tr></thead><tbody>${rows.join('')}</tbody></table>${more ? `<p class="quiet">and ${more} more</p>` : ''}`;
}
function sayBytes(bytes: number): string {
  return bytes < 1000
    ? `${bytes} B`
    : bytes < 1e6
      ? `${Math.round(bytes / 1000)} kB`
      : `${(bytes / 1e6).toFixed(1)} MB`;
}

function behaviourHtml({ behaviour: b }: House): string {
  const share = (n: number | null): string => (n === null ? '' : String(Math.round(n * 100)));
  const number = (name: string, label: string, value: string, unit: string): string =>
    `<label><span>${label}</span><span><input name="${name}" inputmode="decimal" size="5" value="${value}"> ${unit}</span></label>`;
  const box = (name: string, label: string, on: boolean): string =>
    `<label class="box"><input type="checkbox" name="${name}"${on ? ' checked' : ''}> ${label}</label>`;
  return `<form method="post" action="/behaviour" aria-label="How it behaves"><h2>How it behaves</h2>
<p class="quiet">Left empty and unticked, it does as it should. Shares are of the bytes of a package; what is kept here counts for all that come from now on.</p>
<fieldset><legend>The line</legend>
${number('cut', 'Cut it once, after', share(b.cut), '%')}
${number('late', 'Answer after', b.late ? String(b.late) : '', 'seconds')}
${box('twice', 'Answer twice', b.twice)}
${number('lose', 'Lose its disk once, after', share(b.lose), '%')}</fieldset>
<fieldset><legend>Names and objects</legend>
${box('characters', 'Change signs to -', b.characters)}
${number('longest', 'Cut names at', b.longest === null ? '' : String(b.longest), 'characters')}
${box('unique', 'Give no name twice', b.unique)}
${box('lights', 'Drop lights', b.lights)}</fieldset>
<label class="wide"><span>Refuse everything, because</span><input name="refuse" maxlength="1000" value="${xml(b.refuse ?? '')}"></label>
<button>Keep</button></form>`;
}

/** Looks for what arrived every two seconds, while somebody looks at it. */
export const pageScript = `const list = document.getElementById('arrivals');
setInterval(async () => {
  if (document.hidden) return;
  try {
    const answer = await fetch('/arrivals');
    const text = await answer.text();
    if (answer.ok && list.dataset.was !== text) list.innerHTML = list.dataset.was = text;
  } catch {}
}, 2000);
`;

const style = `:root{color-scheme:light dark;--page:#eef1f4;--sheet:#fff;--ink:#1d2733;--quiet:#55606e;--line:#d3dae2;--bar:#3d3657;--clear:#26703f;--warn:#8f5600;--block:#a8321e}
@media(prefers-color-scheme:dark){:root{--page:#171a20;--sheet:#20242c;--ink:#e8ebf0;--quiet:#aab3bf;--line:#363d48;--clear:#7fcf97;--warn:#e5b567;--block:#f0917d}}
*{box-sizing:border-box}body{margin:0;background:var(--page);color:var(--ink);font:14px/1.5 system-ui,sans-serif}
header{background:var(--bar);color:#fff;padding:14px 28px}header h1{margin:0;font-size:18px}header p{margin:2px 0 0;opacity:.85}
main{display:grid;grid-template-columns:minmax(0,1fr) 340px;gap:28px;padding:20px 28px;max-width:1240px}
@media(max-width:860px){main{grid-template-columns:1fr}}
h2{font-size:15px;margin:4px 0 10px}h3{font-size:14px;margin:0}p{margin:4px 0}
article,form{background:var(--sheet);border:1px solid var(--line);border-radius:6px;padding:12px 16px;margin-bottom:12px}form{align-self:start}
.tag{font-weight:500;border:1px solid var(--line);border-radius:4px;padding:0 6px;margin-left:4px}
.quiet{color:var(--quiet)}.arrived{color:var(--clear);font-weight:600}.changed,.warn{color:var(--warn);font-weight:600}.refused{color:var(--block);font-weight:600}
table{border-collapse:collapse;width:100%;margin:6px 0;table-layout:fixed}th{text-align:left;color:var(--quiet);font-weight:600}td,th{border-bottom:1px solid var(--line);padding:4px 8px 4px 0;overflow-wrap:anywhere}
.name{font-family:ui-monospace,monospace}fieldset{border:0;border-top:1px solid var(--line);margin:10px 0 0;padding:8px 0 0}legend{color:var(--quiet);padding:0}
label{display:flex;justify-content:space-between;gap:8px;align-items:center;min-height:32px}label.box{justify-content:flex-start}label.wide{display:block;margin:10px 0}label.wide input{width:100%}
input:not([type=checkbox]){font:inherit;padding:3px 6px;border:1px solid var(--quiet);border-radius:4px;background:var(--sheet);color:var(--ink)}
button{font:inherit;font-weight:600;background:var(--bar);color:#fff;border:0;border-radius:4px;padding:6px 18px;min-height:32px}
a{color:inherit}`;

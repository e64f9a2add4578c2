import { severities, type Severity } from '@renquil/core/checks';
import type { ReadBack } from '@renquil/core/targets';
import type { Gate, GateLine } from '@renquil/core/workbench';

/** What a hand-off's report tells. */
export interface HandoffReport {
  readonly scene: string;
  readonly label: string;
  readonly target: { readonly title: string; readonly about?: string };
  readonly convention: string;
  readonly reason: string | null;
  readonly gate: Gate;
  readonly waivers: readonly {
    readonly check: string;
    readonly of: string;
    readonly reason: string;
    readonly until: string;
  }[];
  /** Names of what goes that are others than the scene has. */
  readonly names: readonly { readonly from: string; readonly to: string }[];
  /** Tops of what stays, with why. */
  readonly stays: readonly { readonly path: string; readonly why: string }[];
  readonly readBack: ReadBack | null;
  readonly files: readonly { readonly name: string; readonly bytes: number; readonly sha256: string }[];
  /** A PNG of what goes. */
  readonly picture?: Uint8Array;
}
/** Lines of a list that are printed; the files have all of them. */
const most = 400;
const marks: Record<Severity, string> = { blocker: '◆', warning: '◈', note: '◇' };

/** A page that stands by itself, without scripts, and prints on paper (A4 or Letter). */
export function handoffHtml(report: HandoffReport): string {
  const { scene, label, gate, readBack: back } = report;
  const wrong = gate.lines
    .filter((line) => line.wrong > 0)
    .sort((a, b) => severities.indexOf(a.severity) - severities.indexOf(b.severity));
  const fine = gate.lines.filter((line) => !line.wrong);
  const parts = [
    header(report),
    table(
      'Counts',
      ['', 'Objects', 'Faces', 'Materials'],
      [
        ['Goes', gate.goes.objects, gate.goes.faces, gate.goes.materials],
        ['Stays home', gate.stays.objects, '', ''],
      ],
    ),
    wrong.length ? gateTable('What the gate found', wrong) : '',
    fine.length
      ? `<h2>${fine.length} checks are fine</h2><p class="fine">${fine.map(({ title }) => text(title)).join(' · ')}</p>`
      : '',
    report.waivers.length
      ? table(
          'Waived',
          ['Check', 'Of', 'Because', 'Until'],
          report.waivers.map((one) => [one.check, code(one.of), one.reason, one.until]),
        )
      : '',
    report.names.length
      ? table(
          `Names that are others on the way out: ${report.names.length}`,
          ['In the scene', 'As sent'],
          report.names.map((one) => [code(one.from), code(one.to)]),
        )
      : '',
    report.stays.length
      ? table(
          `Stayed home, with all below: ${report.stays.length}`,
          ['Object', 'Why'],
          report.stays.map((one) => [code(one.path), one.why]),
        )
      : '',
    back
      ? `<h2>Read back</h2><p>${back.arrived} of ${back.objects} objects arrived as they were sent${back.geometry ? ': names, tree, places, faces, materials, attributes, joints and animations, by a second reader' : '; the geometry is packed and was not opened'}.</p>`
      : '',
    table(
      'Files',
      ['Name', 'Bytes', 'SHA-256'],
      report.files.map(({ name, bytes, sha256 }) => [code(name), bytes, code(sha256)]),
    ),
  ];
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${text(`${scene} ${label}`)}</title><style>${style}</style></head><body>
${parts.filter(Boolean).join('\n')}
</body></html>
`;
}

function header({ scene, label, target, gate, reason, convention, picture }: HandoffReport): string {
  return `<header>${picture ? `<img alt="" src="data:image/png;base64,${base64(picture)}">` : ''}
<div><h1>${text(scene)} <small>${text(label)}</small></h1>
<p>For <b>${text(target.title)}</b>${target.about ? `: ${text(target.about)}` : ''}</p>
<p>Convention: ${text(convention)}</p>
<p class="${gate.passes ? 'ok' : 'no'}">${gate.passes ? 'The gate is passed' : `Past the gate with ${gate.blockers} blockers`}${gate.warnings ? `, ${gate.warnings} warnings` : ''}${gate.waived ? `, ${gate.waived} waived` : ''}.</p>
${reason === null ? '' : `<p>Because: “${text(reason)}”</p>`}</div></header>`;
}

const style = `body{font:13px/1.45 sans-serif;color:#1c2b28;margin:2em auto;max-width:52em;padding:0 1em}
h1{font-size:1.7em;margin:0}h1 small{font-weight:400;color:#55635f}h2{font-size:1.1em;margin:1.6em 0 .4em;break-after:avoid}
header{display:flex;gap:1.5em;align-items:flex-start;border-bottom:3px solid #173a34;padding-bottom:1em}header img{width:168px;border:1px solid #d8d2c0}
header p{margin:.2em 0}.ok{color:#26703f;font-weight:700}.no{color:#a8321e;font-weight:700}
table{border-collapse:collapse;width:100%}td,th{border-bottom:1px solid #d8d2c0;padding:3px 8px 3px 0;text-align:left;vertical-align:top}
th{color:#55635f;font-weight:400}tr{break-inside:avoid}code{font:12px ui-monospace,monospace;overflow-wrap:anywhere}.fine{color:#55635f}
.blocker,.warning,.note{white-space:nowrap}.blocker{color:#a8321e}.warning{color:#8f5600}.note{color:#3f6a86}
@media print{body{margin:0;max-width:none;font-size:11px}@page{margin:16mm}}`;

/** Markup that is put in as it is; everything else is text. */
class Markup {
  constructor(readonly html: string) {}
}
const code = (value: string): Markup => new Markup(`<code>${text(value) || '<i>no name</i>'}</code>`);
type Cell = string | number | Markup;

function table(title: string, head: readonly string[], rows: readonly (readonly Cell[])[]): string {
  const cell = (one: Cell): string => `<td>${one instanceof Markup ? one.html : text(String(one))}</td>`;
  const lines = rows.slice(0, most).map((row) => `<tr>${row.map(cell).join('')}</tr>`);
  const more = rows.length > most ? `<p class="fine">and ${rows.length - most} more</p>` : '';
  return `<h2>${text(title)}</h2>
<table><thead><tr>${head.map((one) => `<th>${text(one)}</th>`).join('')}</tr></thead><tbody>
${lines.join('\n')}
</tbody></table>${more}`;
}
function gateTable(title: string, lines: readonly GateLine[]): string {
  return table(
    title,
    ['', 'Check', 'Found', 'Waived', 'The first'],
    lines.map(({ severity, title: check, wrong, waived, because }) => [
      new Markup(`<span class="${severity}">${marks[severity]} ${severity}</span>`),
      check,
      wrong,
      waived || '',
      because ?? '',
    ]),
  );
}
function text(value: string): string {
  const signs: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
  return value.replace(/(?![\t\n\r])[\p{Cc}\p{Cs}]/gu, '\ufffd').replace(/[&<>"]/g, (one) => signs[one]!);
}
function base64(bytes: Uint8Array): string {
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000)
    binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return btoa(binary);
}

import { checkRegistry, type Check, type Severity } from '@renquil/core/checks';
import { writeCsv } from '../csv/csv.js';
import { doesCount, type Report, type ReportFile, type ReportFinding } from './report.js';
import { xml } from './xml-text.js';

/** SARIF is 2.1.0 (OASIS); JUnit is what build servers read. */
export const reportFormats = ['text', 'json', 'sarif', 'junit', 'csv', 'html'] as const;
/** One of them. */
export type ReportFormat = (typeof reportFormats)[number];

/** A report as text in a format. */
export function writeReport(report: Report, format: ReportFormat): string {
  return writers[format](report);
}

const writers: Readonly<Record<ReportFormat, (report: Report) => string>> = {
  text: writeText,
  json: ({ files, counts }) => {
    const listed = files.map(({ file, objects, findings }) => ({ file, objects, findings }));
    return `${JSON.stringify({ files: listed, counts }, null, 2)}\n`;
  },
  sarif: writeSarif,
  junit: writeJunit,
  csv: (report) =>
    writeCsv(
      ['file', 'severity', 'check', 'id', 'path', 'name', 'message', 'because', 'counts'],
      report.files.flatMap(({ file, findings }) =>
        findings.map((f) => [
          file,
          f.severity,
          f.check,
          f.object.id,
          f.object.path,
          f.object.name,
          f.message,
          f.because,
          f.waived !== undefined ? `waived: ${f.waived}` : f.known ? 'known' : 'yes',
        ]),
      ),
    ),
  html: writeHtml,
};

const marks: Readonly<Record<Severity, string>> = { blocker: '◆', warning: '◈', note: '◇' };

function writeText({ files, counts }: Report): string {
  const lines: string[] = [];
  for (const { file, objects, findings } of files) {
    const counted = findings.filter(doesCount);
    lines.push(`${printable(file)}: ${objects} objects, ${counted.length} findings${saidRest(findings)}`);
    for (const f of counted)
      lines.push(`  ${marks[f.severity]} ${printable(f.object.path)}  ${printable(f.message)}  [${f.check}]`);
  }
  lines.push(`${counts.blocker} blockers, ${counts.warning} warnings, ${counts.note} notes`);
  return `${lines.join('\n')}\n`;
}

/** What of the findings does not count, in words. */
function saidRest(findings: readonly ReportFinding[]): string {
  const waived = findings.filter((f) => f.waived !== undefined).length;
  const known = findings.filter((f) => f.waived === undefined && f.known).length;
  return (waived ? `, ${waived} waived` : '') + (known ? `, ${known} known from before` : '');
}

/** Control characters would reach the terminal: they are shown as escapes. */
export function printable(text: string): string {
  return text.replace(/[\p{Cc}\p{Cf}]/gu, (c) => `\\u{${c.codePointAt(0)!.toString(16)}}`);
}

/** Every check that comes with Renquil, and the rules of the house that files were held to; of one id the first. */
function checksIn(files: readonly ReportFile[]): readonly Check[] {
  const all = new Map(checkRegistry.map((check) => [check.id, check] as const));
  for (const { checks } of files)
    for (const check of checks) if (!all.has(check.id)) all.set(check.id, check);
  return [...all.values()];
}

const levels: Readonly<Record<Severity, string>> = { blocker: 'error', warning: 'warning', note: 'note' };

/** SARIF 2.1.0 (OASIS): one run, a rule a check, objects as logical locations, keys as partial fingerprints. */
function writeSarif({ files }: Report): string {
  const rules = checksIn(files).map((check) => ({
    id: check.id,
    shortDescription: { text: check.title },
    ...(check.otherwise === undefined ? {} : { fullDescription: { text: check.otherwise } }),
    defaultConfiguration: { level: levels[check.severity] },
    properties: { family: check.family, source: check.source },
  }));
  const compares = files.some(({ findings }) => findings.some(({ known }) => known));
  const places = new Map(rules.map(({ id }, i) => [id, i] as const));
  const result = (uri: string, f: ReportFinding) => ({
    ruleId: f.check,
    ruleIndex: places.get(f.check) ?? -1,
    level: levels[f.severity],
    message: { text: `${f.message}. ${f.because}` },
    locations: [
      {
        physicalLocation: { artifactLocation: { uri } },
        logicalLocations: [{ name: f.object.name, fullyQualifiedName: f.object.path, kind: 'object' }],
      },
    ],
    partialFingerprints: { 'renquilKey/v1': f.key },
    // SARIF 2.1.0, sections 3.27.23 and 3.35: what a person let pass, and why; 3.27.24: whether it is new.
    ...(f.waived === undefined
      ? {}
      : { suppressions: [{ kind: 'external', status: 'accepted', justification: f.waived }] }),
    ...(compares ? { baselineState: f.known ? 'unchanged' : 'new' } : {}),
  });
  const log = {
    $schema: 'https://json.schemastore.org/sarif-2.1.0.json',
    version: '2.1.0',
    runs: [
      {
        tool: { driver: { name: 'Renquil', rules } },
        columnKind: 'utf16CodeUnits',
        results: [],
      },
    ],
  };
  // A line a result: a hundred thousand of them are half as long as one value a line, and compare well.
  const lines = files.flatMap(({ file, findings }) => {
    const uri = encodeURI(file.toWellFormed().replaceAll('\\', '/'));
    return findings.map((f) => `          ${JSON.stringify(result(uri, f))}`);
  });
  const text = JSON.stringify(log, null, 2);
  if (!lines.length) return `${text}\n`;
  // Inside a text of the log the quotes would be escaped, so this stands there once.
  return `${text.replace('"results": []', () => `"results": [\n${lines.join(',\n')}\n        ]`)}\n`;
}

/** JUnit XML as build servers commonly read it: a suite a file, a case a check, a failure when it found something. */
function writeJunit({ files }: Report): string {
  const out = ['<?xml version="1.0" encoding="UTF-8"?>', '<testsuites name="renquil">'];
  for (const one of files) {
    const { file, findings } = one;
    const checks = checksIn([one]);
    const failed = new Set(findings.filter((f) => f.severity !== 'note' && doesCount(f)).map((f) => f.check));
    out.push(`  <testsuite name="${xml(file)}" tests="${checks.length}" failures="${failed.size}">`);
    for (const check of checks) {
      const mine = findings.filter((f) => f.check === check.id && doesCount(f));
      out.push(`    <testcase classname="${xml(file)}" name="${xml(check.id)}">`);
      if (failed.has(check.id)) {
        const body = mine.map((f) => `${f.object.path}: ${f.message}. ${f.because}`).join('\n');
        out.push(
          `      <failure type="${mine[0]!.severity}" message="${mine.length} found">${xml(body)}</failure>`,
        );
      }
      out.push('    </testcase>');
    }
    out.push('  </testsuite>');
  }
  return `${[...out, '</testsuites>'].join('\n')}\n`;
}

function writeHtml({ files, counts }: Report): string {
  const rows = files
    .map(({ file, findings }) => {
      const lines = findings
        .map(
          (f) =>
            `<tr><td>${marks[f.severity]} ${f.waived !== undefined ? 'waived' : f.known ? 'known' : f.severity}</td><td><code>${xml(f.object.path)}</code></td><td>${xml(f.message)}</td><td>${xml(f.because)}</td></tr>`,
        )
        .join('\n');
      return `<h2>${xml(file)}</h2>\n<table><tr><th>Severity</th><th>Object</th><th>Finding</th><th>Because</th></tr>\n${lines}\n</table>`;
    })
    .join('\n');
  const style =
    'body{font:14px sans-serif;margin:2em}table{border-collapse:collapse}td,th{border-bottom:1px solid #ccc;padding:4px 8px;text-align:left}';
  return `<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>Checks</title><style>${style}</style></head><body>
<h1>${counts.blocker} blockers, ${counts.warning} warnings, ${counts.note} notes</h1>\n${rows}\n</body></html>\n`;
}

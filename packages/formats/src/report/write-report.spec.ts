import { CheckRun, checkRegistry } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { sceneFromOutline } from '@renquil/core/testing';
import { parseXml } from '@rgrove/parse-xml';
import fc from 'fast-check';
import Papa from 'papaparse';
import { makeReport, reportFile } from './report.js';
import { reportFormats, writeReport } from './write-report.js';

const report = (outline: string) => {
  const run = new CheckRun(sceneFromOutline(outline), new CompiledConvention(partsConvention));
  run.all();
  return makeReport([reportFile('set/scène.glb', run)]);
};
const nasty = report(
  'L_door001_oak_geo : mesh\nevil "<&>" \u0007\u202e : mesh\nevil "<&>" \u0007\u202e : mesh',
);

describe('reports', () => {
  it('count what they list, in every format, and say nothing twice', () => {
    const { findings } = nasty.files[0]!;
    expect(findings.length).toBe(nasty.counts.blocker + nasty.counts.warning + nasty.counts.note);
    expect(new Set(findings.map((f) => f.key)).size)
      .withContext('keys')
      .toBe(findings.length);
    for (const format of reportFormats)
      expect(writeReport(nasty, format).endsWith('\n')).withContext(format).toBeTrue();
  });
  it('write no control characters to a terminal', () =>
    expect(/[\p{Cc}\p{Cf}]/u.test(writeReport(nasty, 'text').replaceAll('\n', ''))).toBeFalse());
  it('JSON has the members that docs/architecture.md promises', () => {
    const made = JSON.parse(writeReport(nasty, 'json')) as { files: { findings: object[] }[] };
    expect(Object.keys(made)).toEqual(['files', 'counts']);
    expect(Object.keys(made.files[0]!.findings[0]!).sort()).toEqual([
      'because',
      'check',
      'fixable',
      'key',
      'message',
      'object',
      'severity',
    ]);
  });
  // SARIF 2.1.0 (OASIS): 3.13 log, 3.14 run, 3.27 result, 3.49 reporting descriptor, 3.28 location, 3.4 artifact location.
  it('SARIF is a 2.1.0 log whose results point at rules and places', () => {
    const log = JSON.parse(writeReport(nasty, 'sarif')) as {
      version: string;
      $schema: string;
      runs: { tool: { driver: { name: string; rules: { id: string }[] } }; results: SarifResult[] }[];
    };
    expect(log.version).toBe('2.1.0');
    const [run] = log.runs;
    expect(run!.tool.driver.rules.map((rule) => rule.id)).toEqual(checkRegistry.map((check) => check.id));
    expect(run!.results).toHaveSize(nasty.files[0]!.findings.length);
    for (const result of run!.results) {
      expect(run!.tool.driver.rules[result.ruleIndex]!.id).toBe(result.ruleId);
      expect(['none', 'note', 'warning', 'error']).toContain(result.level);
      expect(result.message.text.length).toBeGreaterThan(3);
      expect(new URL(result.locations[0]!.physicalLocation.artifactLocation.uri, 'file:///').pathname).toBe(
        '/set/sc%C3%A8ne.glb',
      );
      expect(result.locations[0]!.logicalLocations[0]!.fullyQualifiedName).toMatch(/^\//);
    }
  });
  it('JUnit is well-formed XML with a case for every check and a failure for each that found something', () => {
    const xml = writeReport(nasty, 'junit');
    expect(xml).toMatch(/^<\?xml version="1.0"/);
    expect(xml.replace(/<[^<>]*>/g, '')).not.toMatch(/[<>]/);
    // XML 1.0, section 2.2: no control characters but tab and line ends.
    // eslint-disable-next-line no-control-regex
    expect(xml).not.toMatch(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/);
    expect(xml.match(/<testcase/g)).toHaveSize(checkRegistry.length);
    expect(xml.match(/<failure/g)).toHaveSize(
      new Set(nasty.files[0]!.findings.filter((f) => f.severity !== 'note').map((f) => f.check)).size,
    );
  });
  it('CSV comes back through a reader that is not ours', () => {
    const rows = Papa.parse<string[]>(writeReport(nasty, 'csv').trimEnd()).data;
    expect(rows).toHaveSize(nasty.files[0]!.findings.length + 1);
    expect(rows.every((row) => row.length === 9)).toBeTrue();
  });
  it('JUnit and HTML are read by a strict parser, and SARIF says the very name, whatever a name is (XML 1.0, section 2.2)', () => {
    const name = fc
      .oneof(
        fc.string({ unit: 'binary', minLength: 1, maxLength: 12 }),
        fc
          .array(
            fc.constantFrom(
              '\u0000',
              '\u001b[2J',
              ']]>',
              '<!--',
              '&#0;',
              '\ufffe',
              '\u0085',
              '\u2028',
              '\u202e',
              '\r\n',
              '"',
              "'",
              '😀',
            ),
          )
          .map((a) => a.join('')),
      )
      .filter((text) => text !== '' && text.isWellFormed());
    fc.assert(
      fc.property(name, name, (one, file) => {
        const scene = sceneFromOutline('a : mesh');
        scene.patch(1, { name: one });
        const run = new CheckRun(scene, new CompiledConvention(partsConvention));
        run.all();
        const made = makeReport([reportFile(file, run)]);
        parseXml(writeReport(made, 'junit'));
        // The void elements of the head are closed, so that it is XML too.
        const html = writeReport(made, 'html');
        parseXml(html.replace(/^<!doctype html>\n/, '').replace(/<meta [^>]*>/, ''));
        const { runs } = JSON.parse(writeReport(made, 'sarif')) as {
          runs: { results: { locations: { logicalLocations: { name: string }[] }[] }[] }[];
        };
        for (const { locations } of runs[0]!.results)
          expect(locations[0]!.logicalLocations[0]!.name).toBe(one);
        expect(/[\p{Cc}\p{Cf}]/u.test(writeReport(made, 'text').replaceAll('\n', ''))).toBeFalse();
      }),
      { numRuns: 300 },
    );
  });
  it('HTML shows names as text', () => {
    const html = writeReport(nasty, 'html');
    expect(html).toContain('&lt;&amp;&gt;');
    expect(html).not.toContain('"<&>"');
  });
});

interface SarifResult {
  ruleId: string;
  ruleIndex: number;
  level: string;
  message: { text: string };
  locations: {
    physicalLocation: { artifactLocation: { uri: string } };
    logicalLocations: { fullyQualifiedName: string }[];
  }[];
}

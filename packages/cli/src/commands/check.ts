import { CheckRun, severities } from '@renquil/core';
import { makeReport, reportFile, reportFormats, writeReport } from '@renquil/formats';
import type { Command } from '../command.js';
import { openConvention } from '../convention-file.js';
import { oneOf } from '../one-of.js';
import { openFile } from '../scene-file.js';

export const check: Command = {
  name: 'check',
  says: 'Runs the checks over files. Ends with 1 when something is found at or above --fail-on.',
  usage:
    'renquil check FILE... [--convention C.json] [--facing +Z|-Z|+X|-X] [--format text|json|sarif|junit|csv|html] [--out F] [--fail-on blocker|warning|note]',
  options: {
    convention: { type: 'string' },
    facing: { type: 'string' },
    format: { type: 'string' },
    out: { type: 'string' },
    'fail-on': { type: 'string' },
  },
  files: { least: 1, most: Infinity },
  run(files, values, host) {
    const format = oneOf('format', values['format'] ?? 'text', reportFormats);
    const failOn = oneOf('fail-on', values['fail-on'] ?? 'blocker', severities);
    const convention = openConvention(
      values['convention'] as string | undefined,
      host,
      values['facing'] as string | undefined,
    );
    const report = makeReport(
      files.map((file) => {
        const run = new CheckRun(openFile(file, host).scene, convention);
        run.all();
        return reportFile(file, run);
      }),
    );
    const text = writeReport(report, format);
    const out = values['out'] as string | undefined;
    if (out === undefined) host.print(text);
    else host.write(out, new TextEncoder().encode(text));
    const counted = severities.slice(0, severities.indexOf(failOn) + 1);
    return counted.some((severity) => report.counts[severity] > 0) ? 1 : 0;
  },
};

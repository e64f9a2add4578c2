import { cpSync, mkdtempSync, rmSync, writeFileSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { testDatabase } from '../testing/test-server.js';
import { Database } from './database.js';
import { migrate } from './migrate.js';

const folder = fileURLToPath(new URL('./migrations/', import.meta.url));

describe('migrations', () => {
  let copy: string;
  beforeEach(() =>
    cpSync(folder, (copy = mkdtempSync(join(tmpdir(), 'renquil-migrations-'))), { recursive: true }),
  );
  afterEach(() => rmSync(copy, { recursive: true }));

  it('run once, however many start at the same moment', async () => {
    const address = await testDatabase();
    const ran = await Promise.all([1, 2, 3, 4].map(() => migrate(address, copy)));
    expect(ran.map((files) => files.length).sort()).toEqual([0, 0, 0, ran.flat().length]);
  });
  it('go on where a broken one stopped', async () => {
    const address = await testDatabase();
    await migrate(address, copy);
    const file = join(copy, '900-two-steps.sql');
    writeFileSync(file, 'CREATE TABLE one (id INT);\nCREATE TABLE one_again (id NOT_A_TYPE);\n');
    await expectAsync(migrate(address, copy)).toBeRejected();
    const database = new Database(address);
    expect(
      (await database.one<{ steps_done: number }>(
        "SELECT steps_done FROM migration WHERE name = '900-two-steps.sql'",
      ))!.steps_done,
    ).toBe(1);
    await database.close();
  });
  it('refuse a file that was changed after it had run', async () => {
    const address = await testDatabase();
    const [first] = await migrate(address, copy);
    writeFileSync(join(copy, first!), `${readFileSync(join(copy, first!), 'utf8')}-- changed\n`);
    await expectAsync(migrate(address, copy)).toBeRejectedWithError(/was changed after it had run/);
  });
  it('refuse a database that is newer than the program', async () => {
    const address = await testDatabase();
    writeFileSync(join(copy, '901-later.sql'), 'CREATE TABLE later (id INT);\n');
    await migrate(address, copy);
    await expectAsync(migrate(address, folder)).toBeRejectedWithError(/901-later\.sql/);
  });
});

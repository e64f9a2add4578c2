import { testDatabase } from '../testing/test-server.js';
import { Database } from './database.js';
import { migrate } from './migrate.js';
import { readFile, storeBytes, storeStream } from './files.js';

describe('the database', () => {
  let database: Database;
  beforeAll(async () => {
    const address = await testDatabase();
    await migrate(address);
    database = new Database(address);
    await database.run('CREATE TABLE word (id INT AUTO_INCREMENT PRIMARY KEY, text VARCHAR(200) UNIQUE)');
  });
  afterAll(() => database.close());

  it('keeps texts apart that differ in case, accent, trailing space or normal form', async () => {
    const texts = ['a', 'A', 'á', 'a\u0301', 'a ', '🐐', '🐏'];
    for (const text of texts) await database.run('INSERT INTO word (text) VALUES (?)', [text]);
    for (const text of texts)
      expect(await database.rows('SELECT text FROM word WHERE text = ?', [text])).toEqual([{ text }]);
  });
  it('refuses a statement with more or fewer values than places', async () => {
    await expectAsync(database.rows('SELECT ?', [1, 2])).toBeRejectedWithError(/2 values for 1/);
    await expectAsync(database.rows('SELECT ?', [])).toBeRejectedWithError(/0 values for 1/);
  });
  it('refuses in words what no packet of it holds, before it is sent', async () => {
    const large = Buffer.alloc(64 * 2 ** 20);
    await expectAsync(
      database.run('INSERT INTO file_chunk (file_id, n, data) VALUES (1, 1, ?)', [large]),
    ).toBeRejectedWithError(/is 64 MB; the database takes 63 MB at a time/);
    expect(await database.one('SELECT 1 AS one')).toEqual({ one: 1 });
  });
  it('takes everything back when work in a transaction fails', async () => {
    await expectAsync(
      database.transaction(async (sql) => {
        await sql.run("INSERT INTO word (text) VALUES ('half')");
        throw new Error('no');
      }),
    ).toBeRejectedWithError('no');
    expect(await database.rows("SELECT * FROM word WHERE text = 'half'")).toEqual([]);
  });
  it('tries a deadlock again, so that both sides win', async () => {
    const [a, b] = [await insert('x'), await insert('y')];
    const meet = meeting();
    const swap = (first: number, second: number) =>
      database.transaction(async (sql) => {
        await sql.rows('SELECT id FROM word WHERE id = ? FOR UPDATE', [first]);
        await meet();
        await sql.rows('SELECT id FROM word WHERE id = ? FOR UPDATE', [second]);
        return 'done';
      });
    expect(await Promise.all([swap(a, b), swap(b, a)])).toEqual(['done', 'done']);
  });
  async function insert(text: string): Promise<number> {
    return (await database.run('INSERT INTO word (text) VALUES (?)', [text])).insertId;
  }

  describe('files', () => {
    it('are kept whole over many chunks, once for the same content', async () => {
      const bytes = new Uint8Array(2_500_000).map((_, i) => (i * 7919) & 255);
      const [one, two] = [await storeBytes(database, bytes, 'one'), await storeBytes(database, bytes, 'two')];
      expect(two).toEqual(one);
      expect(Buffer.compare(await readFile(database, one.file), bytes)).toBe(0);
    });
    it('that break off leave nothing', async () => {
      async function* broken(): AsyncGenerator<Uint8Array> {
        yield new Uint8Array(1_500_000);
        throw new Error('gone');
      }
      await expectAsync(
        storeStream(database, broken(), 'x', { limit: 1e9, tooLarge: () => new Error('limit') }),
      ).toBeRejectedWithError('gone');
      expect(await database.rows('SELECT id FROM file WHERE NOT complete')).toEqual([]);
    });
    it('over the limit are refused', async () => {
      async function* long(): AsyncGenerator<Uint8Array> {
        for (;;) yield new Uint8Array(400_000);
      }
      await expectAsync(
        storeStream(database, long(), 'x', { limit: 1e6, tooLarge: () => new Error('limit') }),
      ).toBeRejectedWithError('limit');
    });
  });
});

/** Two callers wait for each other the first time; a retry passes. */
function meeting(): () => Promise<void> {
  let here = 0;
  let open!: () => void;
  const both = new Promise<void>((done) => (open = done));
  return () => {
    if (++here >= 2) open();
    return both;
  };
}

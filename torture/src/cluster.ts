import { spawn, type ChildProcess } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { percentile, sleep } from './clock.js';
import { seededRandom } from '@renquil/core/testing';
import { GaleraNode, password } from './galera.js';
import { Person } from './person.js';
import { freePort, Program } from './processes.js';
import { bringIn } from './scenes.js';
import type { Row } from './table.js';
import { verify } from './verify.js';

/** Two nodes, a server on each, a proxy before both: people edit while a node and a server are killed and come back. */
export async function cluster(seconds: number, seed = 3): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'renquil-cluster-'));
  chmodSync(folder, 0o777);
  const nodes = [
    new GaleraNode(join(folder, 'n1'), 'one'),
    new GaleraNode(join(folder, 'n2'), 'two'),
  ] as const;
  const programs: Program[] = [];
  let proxy: ChildProcess | null = null;
  try {
    for (const node of nodes) await node.install();
    nodes[0].start(null);
    await nodes[0].untilSynced();
    const root = await nodes[0].connect();
    await root.query(`CREATE USER renquil@'127.0.0.1' IDENTIFIED BY '${password}'`);
    await root.query('CREATE DATABASE renquil');
    await root.query("GRANT ALL ON renquil.* TO renquil@'127.0.0.1'");
    await root.end();
    nodes[1].start(nodes[0]);
    await nodes[1].untilSynced();
    const environment = { RENQUIL_DATABASE_PASSWORD: password };
    for (const node of nodes) {
      const server = new Program('server', folder, await freePort(), ['--database', node.url], environment);
      programs.push(server);
      server.start();
    }
    // Both at once: migrations and the demo must come out once.
    await Promise.all(programs.map((program) => program.untilUp(120)));
    const worker = new Program('worker', folder, 0, ['--database', nodes[1].url], environment);
    programs.push(worker);
    worker.start();
    const port = await freePort();
    proxy = startProxy(folder, port, programs.slice(0, 2));
    await sleep(3000);
    return [
      await live(programs[0]!, programs[1]!),
      ...(await rounds(`http://127.0.0.1:${port}`, nodes, programs, seconds, seed)),
    ];
  } finally {
    proxy?.kill('SIGKILL');
    for (const program of programs) await program.stop();
    for (const node of nodes) await node.stop();
    rmSync(folder, { recursive: true, force: true });
  }
}

function startProxy(folder: string, port: number, servers: readonly Program[]): ChildProcess {
  const file = join(folder, 'haproxy.cfg');
  writeFileSync(
    file,
    `defaults
  mode http
  timeout connect 2s
  timeout client 120s
  timeout server 120s
  option redispatch
  retries 2
frontend in
  bind 127.0.0.1:${port}
  default_backend servers
backend servers
  balance roundrobin
  option httpchk GET /api/health
${servers.map((server, i) => `  server s${i} 127.0.0.1:${server.port} check inter 500 fall 2 rise 1`).join('\n')}
`,
  );
  return spawn('haproxy', ['-db', '-f', file], { stdio: 'ignore' });
}

/** What one does on one server is seen on the other, with the same session. */
async function live(one: Program, two: Program): Promise<Row> {
  const wrong: string[] = [];
  const person = new Person(one.url);
  await person.signIn();
  const there = new Person(two.url);
  there.cookie = person.cookie;
  const scene = await bringIn(person, 'live', 100, crypto.randomUUID(), Date.now() + 60_000);
  const abort = new AbortController();
  const stream = await fetch(`${two.url}/api/scenes/${scene}/events`, {
    headers: { cookie: there.cookie },
    signal: abort.signal,
  });
  if (!stream.ok) wrong.push(`the session of one server is ${stream.status} on the other`);
  const reader = stream.body!.getReader();
  const took: number[] = [];
  const heard = new Map<number, number>();
  const listen = (async () => {
    let text = '';
    for (;;) {
      const { value, done } = await reader.read();
      if (done) return;
      text += Buffer.from(value).toString();
      for (const [, revision] of text.matchAll(/"revision":(\d+)/g))
        if (!heard.has(Number(revision))) heard.set(Number(revision), performance.now());
    }
  })().catch(() => undefined);
  let stale = 0;
  for (let n = 0; n < 60; n++) {
    const object = 2 + n;
    const began = performance.now();
    if (!(await person.rename(scene, object, `part_${object - 1}`, `live_${n}`, Date.now() + 20_000)))
      wrong.push(`edit ${n} was not taken`);
    // Read at once on the other node what was acknowledged on this one.
    const answer = await there.send<{ revision: number }>('GET', `/api/scenes/${scene}/changes?after=${n}`);
    if (answer.body.revision < n + 1) stale++;
    took.push(began);
  }
  await sleep(4000);
  abort.abort();
  await listen;
  if (stale) wrong.push(`${stale} of 60 reads on the other node were stale`);
  const missed = [...Array(60).keys()].filter((n) => !heard.has(n + 1));
  if (missed.length) wrong.push(`${missed.length} of 60 changes were not heard on the other server`);
  const waits = took.flatMap((began, n) => (heard.has(n + 1) ? [heard.get(n + 1)! - began] : []));
  return {
    what: 'two servers, two nodes',
    done: `60 edits on one, read on the other at once: ${stale} stale; heard there after ${Math.round(percentile(waits, 0.5))} ms at the median`,
    wrong,
  };
}

async function rounds(
  url: string,
  nodes: readonly [GaleraNode, GaleraNode],
  programs: readonly Program[],
  seconds: number,
  seed: number,
): Promise<Row[]> {
  const random = seededRandom(seed);
  const wrong: string[] = [];
  const end = Date.now() + seconds * 1000;
  const deadline = end + 120_000;
  const crew = [...Array(8)].map(() => new Person(url));
  for (const person of crew)
    await person
      .until('POST', '/api/session', () => ({ signIn: 'mo', password: 'brannick' }), deadline)
      .then(() => person.signIn());
  const scene = await bringIn(crew[0]!, 'cluster', 400, crypto.randomUUID(), deadline);
  const requests: string[] = [];
  const work = crew.map(async (person, w) => {
    if (w === 7) {
      for (let n = 0; Date.now() < end; n++) {
        const request = crypto.randomUUID();
        requests.push(request);
        await bringIn(person, `clustered_${n}`, 100, request, deadline);
      }
      return;
    }
    const names = new Map<number, string>();
    for (let n = 0; Date.now() < end; n++) {
      const object = 2 + w * 40 + (n % 40);
      const to = `c${w}_${n}`;
      if (await person.rename(scene, object, names.get(object) ?? `part_${object - 1}`, to, deadline))
        names.set(object, to);
      await sleep(random() * 40);
    }
    wrong.push(...person.refused.map((text) => `a writer was refused: ${text}`));
  });
  const everything = Promise.all(work);
  everything.catch(() => undefined);
  let [kills, serverKills] = [0, 0];
  while (Date.now() < end) {
    await sleep(3000 + random() * 3000);
    if (Date.now() > end) break;
    if (random() < 0.5) {
      kills++;
      nodes[1].kill();
      await sleep(1500);
      nodes[1].start(nodes[0]);
      await nodes[1].untilSynced(90);
    } else {
      serverKills++;
      const server = programs[Math.floor(random() * 2)]!;
      await server.kill();
      server.start();
    }
  }
  await everything.catch((error: Error) => wrong.push(error.message));
  await nodes[1].untilSynced(90);
  for (const server of programs.slice(0, 2)) await server.untilUp();
  const acknowledged = crew.flatMap((person) => person.acknowledged);
  const checker = new Person(programs[0]!.url);
  await checker.signIn();
  for (const node of nodes) {
    const connection = await node.connect('renquil', 'renquil');
    await connection.query('SET SESSION wsrep_sync_wait = 1');
    wrong.push(
      ...(await verify(connection, checker, acknowledged)).map((text) => `node ${node.name}: ${text}`),
    );
    const [rows] = await connection.query("SELECT COUNT(*) AS n FROM scene WHERE name LIKE 'clustered%'");
    const there = (rows as { n: number }[])[0]!.n;
    if (there !== requests.length)
      wrong.push(`node ${node.name}: ${requests.length} imports, ${there} scenes`);
    await connection.end();
  }
  return [
    {
      what: 'cluster, killed',
      done: `a node ${kills} times, a server ${serverKills} times: ${acknowledged.length} edits and ${requests.length} imports acknowledged`,
      wrong,
    },
  ];
}

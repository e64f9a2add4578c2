import { checkReply } from './check-reply.js';

export interface Answer<T = unknown> {
  readonly status: number;
  readonly headers: Headers;
  readonly body: T;
}
interface Failed {
  readonly error: { readonly code: string; readonly text: string; readonly data: Record<string, unknown> };
}

/** A browser reduced to its cookie. */
export class Client {
  cookie = '';
  constructor(readonly url: string) {}

  get<T>(path: string): Promise<Answer<T>> {
    return this.send('GET', path);
  }
  post<T>(path: string, body?: unknown): Promise<Answer<T>> {
    return this.send('POST', path, body);
  }
  put<T>(path: string, body?: unknown): Promise<Answer<T>> {
    return this.send('PUT', path, body);
  }
  delete<T>(path: string): Promise<Answer<T>> {
    return this.send('DELETE', path);
  }
  async send<T>(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<Answer<T>> {
    const isForm = body instanceof FormData;
    const response = await fetch(this.url + path, {
      method,
      headers: {
        ...(this.cookie ? { cookie: this.cookie } : {}),
        ...(body === undefined || isForm ? {} : { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body === undefined ? {} : { body: isForm ? body : JSON.stringify(body) }),
    });
    const set = response.headers.get('set-cookie');
    if (set) this.cookie = set.split(';')[0]!.endsWith('=') ? '' : set.split(';')[0]!;
    const text = await response.text();
    const isJson = response.headers.get('content-type')?.includes('json') && text;
    const answer = isJson ? (JSON.parse(text) as unknown) : text;
    checkReply(method, path, response.status, answer);
    return { status: response.status, headers: response.headers, body: answer as T };
  }
  /** The code of the error that this must answer with. */
  async refused(method: string, path: string, body?: unknown): Promise<string> {
    const { body: answer } = await this.send<Failed>(method, path, body);
    return answer.error?.code ?? 'accepted';
  }
  async bytes(path: string): Promise<Uint8Array> {
    const response = await fetch(this.url + path, { headers: { cookie: this.cookie } });
    return new Uint8Array(await response.arrayBuffer());
  }
  /** Uploads files and waits for the job to end. */
  async bringIn(project: string, files: Record<string, Uint8Array>): Promise<Job> {
    const form = new FormData();
    for (const [path, bytes] of Object.entries(files))
      form.append('file', new Blob([Buffer.from(bytes)]), path);
    const { body } = await this.send<{ job: number } & Failed>(
      'POST',
      `/api/projects/${project}/imports`,
      form,
    );
    if (body.error) throw new Error(`${body.error.code}: ${body.error.text}`);
    return this.job(body.job);
  }
  async job(id: number): Promise<Job> {
    for (;;) {
      const { body } = await this.get<Job>(`/api/jobs/${id}`);
      if (body.state !== 'waiting' && body.state !== 'running') return body;
      await new Promise((done) => setTimeout(done, 25));
    }
  }
}
export interface Job {
  readonly state: string;
  readonly result: {
    readonly scene: number;
    readonly name: string;
    readonly objects: number;
    readonly handoff: number;
  } | null;
  readonly error: { readonly code: string; readonly text: string } | null;
}

import { endpoints, type Endpoint } from '@renquil/api';

const byParams = Object.values<Endpoint>(endpoints)
  .map((endpoint) => ({
    endpoint,
    params: endpoint.path.split(':').length,
    pattern: new RegExp(`^${endpoint.path.replace(/[.]/g, '\\.').replace(/:\w+/g, '[^/]+')}$`),
  }))
  // `/conventions/learn` is no convention called learn.
  .sort((a, b) => a.params - b.params);

/** Endpoints of which a reply was seen, by their names in the contract. */
export const seenReplies = new Set<Endpoint>();

/** Holds what the server answered to what the contract says it answers; throws, naming the place, when it is something else. */
export function checkReply(method: string, url: string, status: number, json: unknown): void {
  const [path = ''] = url.split('?');
  const found = byParams.find(
    ({ endpoint, pattern }) => endpoint.method === method.toLowerCase() && pattern.test(path),
  )?.endpoint;
  if (!found || status >= 300) return;
  const wanted = found.status ?? (found.reply || found.bytes ? 200 : 204);
  if (status !== wanted)
    throw new Error(`${method} ${url} answered ${status}, and its contract says ${wanted}`);
  if (!found.reply) return;
  const { error } = found.reply.joi.validate(json, { convert: false });
  if (error) throw new Error(`${method} ${url} answered what its contract does not say: ${error.message}`);
  seenReplies.add(found);
}

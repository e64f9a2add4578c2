import type { ParamsOf, ReplyOf, SentBodyOf, SentQueryOf } from './endpoint.js';
import type { Endpoints } from './endpoints/registry.js';

type AnyEndpoint = Endpoints[keyof Endpoints];
/** `GET /api/scenes/:scene`: how those who ask name an endpoint, so that they need nothing of the contract but its types. */
type AddressOf<E extends AnyEndpoint> = E extends AnyEndpoint
  ? `${Uppercase<E['method']>} ${E['path']}`
  : never;
/** Method and path of an endpoint as one text: `GET /api/scenes/:scene`. */
export type Address = AddressOf<AnyEndpoint>;
/** The endpoint at an address. */
export type At<A extends Address> = Extract<AnyEndpoint, { method: Lowercase<MethodOf<A>>; path: PathOf<A> }>;
type MethodOf<A extends string> = A extends `${infer M} ${string}` ? M : never;
type PathOf<A extends string> = A extends `${string} ${infer P}` ? P : never;

type Params<A extends Address> = { readonly [K in keyof ParamsOf<At<A>>]: string | number };
/** What goes along: only what the endpoint takes, all of what it needs. */
export type Sent<A extends Address> = (keyof Params<A> extends never
  ? { readonly params?: never }
  : { readonly params: Params<A> }) &
  (SentQueryOf<At<A>> extends undefined
    ? { readonly query?: never }
    : { readonly query: SentQueryOf<At<A>> }) &
  (SentBodyOf<At<A>> extends undefined ? { readonly body?: never } : { readonly body: SentBodyOf<At<A>> });

/** What an endpoint answers. */
export type Replied<A extends Address> = ReplyOf<At<A>>;

/** The address of an endpoint with its params and query in it. Empty and missing values of the query are left out. */
export function urlOf<A extends Address>(address: A, sent: Partial<Sent<A>>): string {
  const params = (sent.params ?? {}) as Record<string, string | number>;
  const path = address
    .slice(address.indexOf(' ') + 1)
    .replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const query = Object.entries((sent.query ?? {}) as Record<string, unknown>).filter(
    ([, value]) => value !== undefined && value !== '',
  );
  return query.length ? `${path}?${new URLSearchParams(query as [string, string][]).toString()}` : path;
}

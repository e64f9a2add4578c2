import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { readLasting } from '../../query/lasting-query.js';
import type { Query, ReadElsewhere } from '../../query/query-node.js';
import { readsElsewhere } from '../../query/query-reads.js';

/** A filter in a rule, with what it looks at beside the object. */
export interface RuleQuery {
  readonly finds: Query;
  readonly reads: ReadonlySet<ReadElsewhere>;
}

/** Throws query-invalid: it cannot be read, or asks what no rule may. */
export function compileRuleQuery(text: string, convention: CompiledConvention): RuleQuery {
  const { node, finds } = readLasting(text);
  const reads = new Set(readsElsewhere(node));
  // What stands in a slot hangs on the object's own name, unless which pattern it has hangs on others.
  if (!convention.looksElsewhere) reads.delete('slots');
  return { finds, reads };
}
/** Whatever any of them looks at. */
export function readsOf(...queries: readonly RuleQuery[]): ReadonlySet<ReadElsewhere> {
  return new Set(queries.flatMap(({ reads }) => [...reads]));
}

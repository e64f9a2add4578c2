import { boxCentre } from '../../math/box.js';
import { parseQuery } from '../../query/query.js';
import type { Query } from '../../query/query-node.js';
import { planPivot } from '../../plans/plan-pivot.js';
import { pivotPoint } from '../../plans/pivot-point.js';
import { worldBounds } from '../../scene/bounds.js';
import { defineCheck, type CheckContext } from '../check.js';
import { slack } from '../parameter.js';

/** Where the pivots of what a query finds should be: -1, 0 or 1 along each axis of the bounds. */
interface Wish {
  readonly query: string;
  readonly anchor: readonly [number, number, number];
}

/** A pivot that is not at the anchor of the bounds that the convention asks for. */
export const pivotAnchor = defineCheck({
  id: 'pivot-anchor',
  family: 'transforms',
  title: 'Pivot not at its anchor',
  severity: 'warning',
  scope: 'scene',
  isOfItself: true,
  source: 'common practice; the convention names queries and anchors',
  messages: {
    away: {
      short: 'pivot {{metres}} m off',
      because:
        'The pivot of "{{name}}" is {{metres}} m from the anchor {{anchor}} of its bounds, where "{{query}}" asks for it.',
    },
  },
  parameters: {
    wishes: {
      type: 'anchors',
      shipped: [],
      text: 'Where in the bounds the pivot of what a filter finds belongs; the first that fits counts.',
    },
    slack: slack(0.001, 'How far off that point a pivot may be.'),
  },
  applies: ({ parameters }) => (parameters['wishes'] as readonly Wish[]).length > 0,
  evaluate(object, context) {
    const { scene, parameters } = context;
    const wish = wishFor(object, context);
    const box = wish && worldBounds(scene, object.id);
    if (!box) return null;
    const centre = boxCentre(box);
    const world = scene.world(object.id);
    const off = [0, 1, 2].map(
      (k) => centre[k]! + wish.anchor[k]! * (box.max[k]! - centre[k]!) - world[12 + k]!,
    );
    const metres = Number(Math.hypot(...off).toPrecision(3));
    if (metres <= (parameters['slack'] as number)) return null;
    return {
      message: 'away',
      data: { name: object.name, metres, anchor: wish.anchor.join(' '), query: wish.query },
    };
  },
  fix(object, context) {
    const wish = wishFor(object, context);
    if (!wish) return null;
    const point = pivotPoint(context.scene, [object.id], { anchor: wish.anchor });
    const plan = planPivot(context.scene, object.id, point);
    return plan.ok ? plan.edits : null;
  },
});

const compiled = new Map<string, Query | null>();
function wishFor(object: Parameters<Query>[1], { scene, parameters }: CheckContext): Wish | undefined {
  return (parameters['wishes'] as readonly Wish[]).find(({ query }) => {
    let test = compiled.get(query);
    if (test === undefined) {
      try {
        test = parseQuery(query);
      } catch {
        test = null;
      }
      compiled.set(query, test);
    }
    return test?.(scene, object) ?? false;
  });
}

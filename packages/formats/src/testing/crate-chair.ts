import { crateValues as v, CrateWriter } from './crate-writer.js';

/** A chair of one leg, which takes a cushion over from a layer of text. */
export const crateChair = (): Uint8Array =>
  new CrateWriter().write({
    element: '',
    type: 7,
    fields: {
      primChildren: v.tokens(['Chair']),
      defaultPrim: v.token('Chair'),
      metersPerUnit: v.plain(9, 0x3f800000),
    },
    below: [
      {
        element: 'Chair',
        type: 6,
        fields: {
          ...{ specifier: v.plain(42, 0), typeName: v.token('Xform'), primChildren: v.tokens(['Leg']) },
          references: v.listOp(35, { prepend: [['./cushion.usda', '']] as const }, v.arc(true)),
        },
        below: [
          { element: 'Leg', type: 6, fields: { specifier: v.plain(42, 0), typeName: v.token('Cube') } },
        ],
      },
    ],
  });

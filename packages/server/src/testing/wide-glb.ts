/** A binary glTF 2.0 (section 4.4) of so many empty nodes under one root, without a buffer. */
export function wideGlb(nodes: number): Uint8Array {
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [
      { name: 'wide_grp', children: [...Array(nodes - 1).keys()].map((i) => i + 1) },
      ...[...Array(nodes - 1).keys()].map((i) => ({ name: `part_${i}_loc`, translation: [i, 0, 0] })),
    ],
  };
  const text = Buffer.from(JSON.stringify(json));
  const padded = Buffer.concat([text, Buffer.alloc((4 - (text.length % 4)) % 4, 0x20)]);
  const head = Buffer.alloc(20);
  head.write('glTF', 0, 'latin1');
  head.writeUInt32LE(2, 4);
  head.writeUInt32LE(20 + padded.length, 8);
  head.writeUInt32LE(padded.length, 12);
  head.write('JSON', 16, 'latin1');
  return Buffer.concat([head, padded]);
}

import type { Kind } from './fuzz-case.js';
import { encoded, round } from './format-kinds.js';
import { brokenText } from './values.js';

const collada = `<?xml version="1.0" encoding="utf-8"?>
<!-- a file -->
<COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1">
<asset><unit meter="0.01" name="cm"/><up_axis>Z_UP</up_axis></asset>
<library_geometries><geometry id="g" name="tri"><mesh>
<source id="p"><float_array id="pa" count="12">0 0 0 1 0 0 1 1 0 0 1 0</float_array>
<technique_common><accessor source="#pa" count="4" stride="3"/></technique_common></source>
<vertices id="v"><input semantic="POSITION" source="#p"/></vertices>
<polylist count="1" material="s"><input semantic="VERTEX" source="#v" offset="0"/><vcount>4</vcount><p>0 1 2 3</p></polylist>
<tristrips material="t"><input semantic="VERTEX" source="#v" offset="1"/><p>0 0 1 1 2 2 3 3</p></tristrips>
<lines><input semantic="VERTEX" source="#v" offset="0"/><p>0 1 2 3</p></lines>
</mesh></geometry></library_geometries>
<library_controllers><controller id="k"><skin source="#g"/></controller></library_controllers>
<library_animations><animation>
<source id="i"><float_array id="ia">0 1 2</float_array><technique_common><accessor source="#ia" count="3" stride="1"/></technique_common></source>
<source id="o"><float_array id="oa">0 90 300</float_array><technique_common><accessor source="#oa" count="3" stride="1"/></technique_common></source>
<sampler id="y"><input semantic="INPUT" source="#i"/><input semantic="OUTPUT" source="#o"/></sampler>
<channel source="#y" target="b/r.ANGLE"/><channel source="#y" target="b/k(0)"/></animation></library_animations>
<library_effects><effect id="e"><profile_COMMON><technique sid="t"><phong><diffuse><color>1 0.5 0 1</color></diffuse></phong></technique></profile_COMMON></effect></library_effects>
<library_materials><material id="m" name="Oak"><instance_effect url="#e"/></material></library_materials>
<library_visual_scenes><visual_scene id="s">
<node id="a" name='top &amp; "x"'><matrix>1 0 0 5 0 1 0 0 0 0 1 0 0 0 0 1</matrix>
<node id="b"><rotate sid="r">0 0 1 90</rotate><skew sid="k">10 0 1 0 1 0 0</skew><instance_geometry url="#g"><bind_material><technique_common><instance_material symbol="s" target="#m"/></technique_common></bind_material></instance_geometry></node>
<node id="c" type="JOINT" name="hip"><lookat>0 0 0 0 0 -1 0 1 0</lookat><instance_controller url="#k"/></node></node>
<node name=""><instance_camera url="#x"/><scale>1 1 0</scale></node>
</visual_scene></library_visual_scenes>
<scene><instance_visual_scene url="#s"/></scene>
</COLLADA>
`;
/** What it is made of, to be put where it does not belong. */
const tags = [
  ...[
    '<',
    '>',
    '/>',
    '</',
    '&',
    '&amp;',
    '&#x1F600;',
    '&#99999999;',
    '&x;',
    '"',
    "'",
    '=',
    '<!--',
    '-->',
    '<![CDATA[',
  ],
  ...[
    ']]>',
    '<?x?>',
    '<!DOCTYPE COLLADA>',
    '\r\n',
    '\0',
    '\ufeff',
    'é',
    '#g',
    '#k',
    '#a',
    '#',
    'name=""',
    ' name="b"',
  ],
  ...[
    '<node>',
    '</node>',
    '<node id="b"/>',
    '1e400',
    '-1',
    '999999999',
    'NaN',
    'stride="0"',
    'offset="-3"',
    'meter="0"',
  ],
  ...[
    '<instance_node url="#a"/>',
    '<channel source="#y" target="b/r"/>',
    '<animation>',
    '<instance_geometry url="#g"/>',
    '<polygons><p>0 1 2</p></polygons>',
    'X_UP',
  ],
];
const bvh = `HIERARCHY
ROOT Hips
{
  OFFSET 1 90 0
  CHANNELS 6 Xposition Yposition Zposition Zrotation Xrotation Yrotation
  JOINT Chest
  {
    OFFSET 0 20 0
    CHANNELS 3 Zrotation Xrotation Yrotation
    End Site
    {
      OFFSET 0 10 0
    }
  }
}
MOTION
Frames: 2
Frame Time: 0.033
0 90 0 0 0 0 0 0 0
10 90 0 90 0 0 0 0 45
`;
const words = [
  ...[
    '{',
    '}',
    'ROOT',
    'JOINT a',
    'End Site',
    'OFFSET',
    'CHANNELS 3',
    'CHANNELS 999999999',
    'MOTION',
    'Frames: 99999999',
  ],
  ...[
    'Frame Time: 0',
    '1e400',
    'nan',
    '-',
    '\r',
    '\r\n',
    '\0',
    '\ufeff',
    'é',
    'ROOT x\n{',
    '}\n',
    'Xposition',
    '\t',
  ],
];

/** COLLADA files. */
export const colladas: Kind = (dice) => {
  const bytes = encoded(dice, brokenText(dice, collada, tags));
  const seed = dice.upTo(1e6);
  return { input: Buffer.from(bytes).toString('base64'), run: () => round(bytes, 'fuzz.dae', seed) };
};
/** BVH files. */
export const motions: Kind = (dice) => {
  const bytes = encoded(dice, brokenText(dice, bvh, words));
  const seed = dice.upTo(1e6);
  return { input: Buffer.from(bytes).toString('base64'), run: () => round(bytes, 'fuzz.bvh', seed) };
};

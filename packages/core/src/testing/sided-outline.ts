/** Two pairs across a plane of which one name is wrong, and one that nothing tells the name of. */
export const sidedOutline = [
  'body_grp',
  '  L_lamp001_glass_geo : mesh @4,0,0',
  '  R_lamp001_glass_geo : mesh @-4,0,0',
  '  L_hook001_steel_geo : mesh @4,4,0 ~0.5,1,1',
  '  hook right steel : mesh @-4,4,0 ~0.5,1,1',
  '  Cube : mesh @0,9,0 ~2,2,1',
].join('\n');

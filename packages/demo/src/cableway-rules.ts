import type { HouseRule } from '@renquil/core/checks';

/** Rules of the house of the demo's studio: one for each thing that a rule can ask. */
export const cablewayRules: readonly HouseRule[] = [
  {
    id: 'doors-have-handles',
    title: 'A door has a handle',
    severity: 'warning',
    where: 'door kids:>0 kind:mesh',
    has: { 'directly below': 'handle' },
    says: '"{name}" has no handle among what hangs on it.',
    otherwise: 'The door rig grabs the handle, and finds nothing to grab.',
  },
  {
    id: 'lights-on-lamps',
    title: 'Lights hang on lamps',
    severity: 'warning',
    where: 'kind:light',
    must: 'under:*lamp*',
    says: 'The light "{name}" hangs under "{parent}", not on a lamp.',
    otherwise: 'Lighting takes lamps with their lights, and this light is not among them.',
    fix: { under: 'kind:group lamp*_grp' },
  },
  {
    id: 'one-camera',
    title: 'One camera at most',
    severity: 'note',
    where: 'kind:camera',
    together: { count: 'at most 1' },
    says: '"{name}" is one of {count} cameras; {wanted} may go along.',
  },
  {
    id: 'pylons-agree',
    title: 'Pylons change their detail at one distance',
    severity: 'warning',
    where: 'kind:group pylon* -under:pylon*',
    together: { attribute: 'lodDistance' },
    says: '"{name}" changes its detail at {value}, most pylons at {wanted}.',
    otherwise: 'Pylons of one row are seen to change one after the other.',
    fix: { as: 'most' },
  },
  {
    id: 'line-sheaves-in-series',
    title: 'Line sheaves are counted through',
    severity: 'note',
    where: 'lineSheave*',
    together: { series: true },
    says: '"{name}" breaks the series {wanted} of line sheaves.',
  },
  {
    id: 'cutters-are-leaves',
    title: 'Nothing hangs on a cutter',
    severity: 'blocker',
    where: 'cut_*',
    lacks: { below: 'kind:mesh,group,light,camera,joint,control' },
    says: '{count} hang on the cutter "{name}", and would stay home with it.',
  },
];

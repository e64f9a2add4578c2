export { buildCablewayCabin } from './cabin/cableway-cabin.js';
export { buildIbex } from './ibex/ibex.js';
export { buildValleyStation } from './station/valley-station.js';
export { buildWinchRoom } from './winch/winch-room.js';
export { demoScenes } from './demo-scenes.js';
export { cablewayRules } from './cableway-rules.js';

export { goodBehaviour, type Behaviour } from './behaviour.js';
export { startReceiver, type Receiver } from './receiver.js';

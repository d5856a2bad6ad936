export { type Opened, type PortInfo, type PortListener, type PortMaker, type PortProblem, problemWords } from './port';
export { ECHO, HAND, NOISY, type SimulatedHand, simulatedPorts } from './simulated';
export { type MidiBrowser, webMidi } from './web-midi';

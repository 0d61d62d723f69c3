/**
 * Instruments behind the interface that a real one's driver would implement. Takes commands, gives a stream of readings.
 */
export type { Instrument } from './instrument';
export { SimulatedLaser } from './laser';
export { SimulatedLevel } from './level';
export { SimulatedMeter } from './meter';
export { SimulatedLogger } from './logger';
export { cottageGround } from './ground';
export { cottageHouse } from './house';

/**
 * Instruments and a supplier behind the interfaces that a real one's driver would implement. An instrument takes commands and gives a stream
 * of readings; a supplier is asked and answers.
 */
export type { Instrument } from './instrument';
export { SimulatedLaser } from './laser';
export { SimulatedLevel } from './level';
export { SimulatedMeter } from './meter';
export { SimulatedLogger } from './logger';
export { cottageGround } from './ground';
export { cottageHouse } from './house';
export { SimulatedSupplier, SupplierAway, type Supplier } from './supplier';

/** What a device keeps of a site while no server answers: the log as it was heard, and what was told here and is not heard back yet. */
export { openOutbox, type Outbox, type Told } from './outbox';

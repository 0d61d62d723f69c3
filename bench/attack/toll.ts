import { newJob, planFile, type Plan } from '../../src/core/given';
import { planJob } from '../../src/core/plan';

/** A small job, and its plan as a file has it, by which laying begins. */
export const tollHouse = newJob('Toll house', 'metric', 3600, 2400);
const made = planJob(tollHouse, { steps: 100 });
export const tollPlan = planFile((made as { value: Plan }).value, tollHouse.name);

export { createDrillMaker, type DrillMaker } from '@/workers';

/** Laying: what stands on site, folded from the log. Takes events in order; gives the plan in force, what is sawn and what lies. */
export * from './site';

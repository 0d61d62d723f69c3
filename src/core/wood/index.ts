/** Wood: planks as the saw and the box see them. Whether pieces come apart by straight cuts, and how many boxes hold planks. */
export * from './apart';
export * from './boxes';

/** What an answer is, and the small graph that works answers out and remembers them. Knows none of them by name. */
export * from './answer';

/** What goes on paper, as plain data: parts, drawings to scale, and the pictures of a floor and of a plank that stages print. */
export * from './floor';
export * from './part';
export * from './plank';
export * from './shapes';

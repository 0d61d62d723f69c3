/**
 * The drill: exercises for who learns to lay floors. Takes a seed and what a person did so far; gives floors with planted faults that the
 * program finds itself, set-outs with a line to move, sums that are done by hand and judgements at the saw, and says which comes next.
 */
export { exerciseFor, faultsAtOnce, FIRST, foundBy, needOf, nextTopic, TOPICS, type Done, type Exercise, type Topic } from './exercise';
export { FAULTS, IN_ROWS, planted, RULE_OF, type Fault, type Found, type Planted } from './faults';
export { factsOf, type Note } from './notes';
export { PUZZLES, puzzleFor, rightPlaces, standingOf, type Puzzle, type PuzzleKind, type Standing } from './puzzle';
export { CHOICES, choiceFor, SUMS, sumFor, type Choosing, type Sum } from './questions';
export { planksOf, said, type Laid } from './floor';
export { FAULT_WORDS } from './words';

/**
 * The desk: the job that is open, as it is edited, saved and undone; the answers to it and what trials of it would give; what happened on its
 * site; what is looked at and what is being dragged.
 */
export * from './api';
export * from './answers';
export * from './desk';
export * from './edits';
export * from './go';
export * from './history';
export * from './layout';
export * from './log';
export * from './offline';
export * from './onward';
export * from './names';
export * from './pack';
export * from './recent';
export * from './saving';
export * from './siteAnswer';
export * from './supplier';
export * from './today';
export * from './trials';

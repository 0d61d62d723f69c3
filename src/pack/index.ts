/** The job pack as PDF: answers, the parts that stages print of them, and pages. Runs where there is Node: the command line, a worker beside the server. */
export { answeredApart, apart } from './apart';
export { FONTS } from './fonts';
export { makePack, type PackOptions, type PackWhat } from './make';

/** The kit: buttons, fields, tables and words on Chakra's components, each a thumb high. Knows no job. */
export { Button, IconButton, Table } from '@chakra-ui/react';
export * from './Choice';
export * from './Fold';
export * from './LengthField';
export * from './Marked';
export * from './NumberField';
export * from './OptionalNumber';
export * from './SmallLength';
export * from './TextField';
export * from './Thing';
export * from './Tick';
export * from './Tooltip';
export * from './WallOf';
export * from './Window';
export * from './Working';
export * from './words';

import '@testing-library/jest-dom';
import { TextDecoder, TextEncoder } from 'node:util';

// what browsers have and jsdom lacks
Object.assign(globalThis, { TextDecoder, TextEncoder });

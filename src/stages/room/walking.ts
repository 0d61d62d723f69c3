'use client';
import { create } from 'zustand';

/** The length that is being typed for the next wall of a walk, mm; 0 for none. The sheet draws it before it is entered. */
export const useTyped = create<{ readonly mm: number }>(() => ({ mm: 0 }));
export const setTyped = (mm: number): void => useTyped.setState({ mm });

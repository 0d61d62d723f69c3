'use client';
import dynamic from 'next/dynamic';

const Practice = dynamic(() => import('./Practice').then((m) => m.Practice), { ssr: false });

/** Exercises; what somebody practised is known to the device and not to the server. */
export const PracticePage = () => <Practice />;

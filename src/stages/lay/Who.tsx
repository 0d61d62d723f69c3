'use client';
import { useState } from 'react';
import { sayWhoIsHere, whoIsHere } from '@/ui/desk';
import { TextField, Why } from '@/ui/kit';

/** Whose hand presses on this device: written beside every line of the log. */
export function Who() {
  const [name, setName] = useState(whoIsHere);
  return (
    <>
      <Why>Written beside every press on this device.</Why>
      <TextField
        label="Name"
        value={name}
        onText={(text) => {
          sayWhoIsHere(text);
          setName(text);
          return undefined;
        }}
      />
    </>
  );
}

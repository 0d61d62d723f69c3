import type { Looked } from '@/core/given';
import type { WallLook } from '@/core/inspect';

/** What is looked at in a room: what has to be so, and how it is found out. */
export const LOOKED: Readonly<Record<Looked, { readonly is: string; readonly how: string }>> = {
  spacers: { is: 'Spacers out, all round', how: 'Count them: as many as went in. Under radiators and behind doors too.' },
  pinned: { is: 'Nothing holds the floor down', how: 'No screw, nail or glue through it; no kitchen, wardrobe or island stands on it that was fixed.' }, // prettier-ignore
  joints: { is: 'Joints closed', how: 'Look along the rows against the light; a card must not go in.' },
  lips: { is: 'No lip', how: 'Draw a fingernail and a coin over the joints, first where two boxes meet.' },
  hollow: { is: 'No hollow click', how: 'Walk every row in socks, knock with a knuckle; mark what answers otherwise.' },
  profiles: { is: 'Profiles firm, floor free below', how: 'Step on each; push the floor beside it, it has to move.' },
  trim: { is: 'Trim fixed to the wall', how: 'A sheet of paper goes between trim and plank; no nail goes through the floor.' },
  faces: {
    is: 'Faces and joints as planned',
    how: 'From the door, in the day’s light: no equal faces beside each other, no steps, no line.',
  },
};

export const HOLDS: Readonly<Record<WallLook['holds'], { readonly tone: 'good' | 'should' | 'must'; readonly says: string }>> = {
  wanted: { tone: 'good', says: 'as wide as the product wants' },
  year: { tone: 'should', says: 'less than the product wants, enough for the year by our reckoning' },
  none: { tone: 'must', says: 'less than the floor grows in a year: take the trim off and saw it free' },
};

/// <reference types="next/image-types/global" />
/* The views that `npm run screenshots` takes, by stage: kept with the code, so that a device without network has them too. */
import base from '../../../docs/screenshots/base.png';
import beneath from '../../../docs/screenshots/beneath.png';
import buy from '../../../docs/screenshots/buy.png';
import check from '../../../docs/screenshots/check.png';
import cuts from '../../../docs/screenshots/cuts.png';
import days from '../../../docs/screenshots/days.png';
import doors from '../../../docs/screenshots/doors.png';
import handover from '../../../docs/screenshots/handover.png';
import lay from '../../../docs/screenshots/lay.png';
import plank from '../../../docs/screenshots/plank.png';
import repair from '../../../docs/screenshots/repair.png';
import room from '../../../docs/screenshots/room.png';
import rows from '../../../docs/screenshots/rows.png';
import setout from '../../../docs/screenshots/setout.png';

export const PICTURES = { room, base, plank, setout, rows, beneath, doors, buy, days, cuts, lay, check, handover, repair };

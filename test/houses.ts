import { newJob, type Job } from '../src/core/given';
import { randomFrom } from '../src/core/rows';

type Finish = NonNullable<Job['openings']>[number]['finish'];

/**
 * Seeded houses: a corridor with rooms off both sides and now and then a closet behind a room; walls that flare a little, registers, a
 * hearth, doorways that the floor runs through and some that end it. 4 to 8 spaces, 60 to 160 m².
 */
export function houses(count: number, seed: number): Job[] {
  const random = randomFrom(seed);
  const between = (low: number, high: number) => Math.round(low + random() * (high - low));
  const finish = (): Finish => {
    const at = random();
    return at < 0.68 ? 'through' : at < 0.8 ? 't-mould' : at < 0.9 ? 'reducer' : 'stop';
  };
  return Array.from({ length: count }, (_, n) => {
    const job = newJob(`House ${n + 1}`, 'metric', 1, 1);
    const spaces: Job['spaces'] = [];
    const openings: NonNullable<Job['openings']> = [];
    const obstacles: NonNullable<Job['obstacles']> = [];
    const wall = between(90, 160);
    const width = between(950, 1500);
    const rooms = 3 + Math.floor(random() * 4);
    const above = Math.ceil(rooms / 2);
    const sides = [above, rooms - above];
    const lengths = sides.map((many) => Array.from({ length: many }, () => between(2600, 5200)));
    const reach = Math.max(...lengths.map((l) => l.reduce((a, b) => a + b + wall, -wall)));
    spaces.push({
      id: 'hall',
      name: 'Corridor',
      outline: [
        [0, 0],
        [reach, 0],
        [reach, width],
        [0, width],
      ],
    });
    lengths.forEach((side, s) => {
      let x = 0;
      const dir = s === 0 ? 1 : -1;
      const base = s === 0 ? width + wall : -wall;
      side.forEach((length, i) => {
        const id = `room${spaces.length}`;
        const depth = between(2600, 5400);
        const flare = random() < 0.5 ? between(-45, 45) : 0;
        spaces.push({
          id,
          name: `Room ${spaces.length}`,
          outline: [
            [x, base],
            [x + length, base],
            [x + length, base + dir * (depth + flare)],
            [x, base + dir * depth],
          ],
        });
        const door = between(720, 900);
        const at = x + between(150, length - door - 150);
        const low = s === 0 ? width : -wall;
        const busy = random() < 0.4;
        openings.push({
          id: `door${openings.length + 1}`,
          between: ['hall', id],
          outline: [
            [at, low],
            [at + door, low],
            [at + door, low + wall],
            [at, low + wall],
          ],
          finish: i === 0 && s === 0 ? 'through' : finish(),
          busy,
        });
        if (random() < 0.5) {
          const [rx, ry] = [x + between(300, length - 700), base + dir * between(400, depth - 600)];
          obstacles.push({
            id: `register${obstacles.length + 1}`,
            kind: 'register',
            gap: 3,
            outline: [
              [rx, ry],
              [rx + 300, ry],
              [rx + 300, ry + 100],
              [rx, ry + 100],
            ],
          });
        }
        if (random() < 0.2) {
          const hx = x + between(600, length - 1700);
          const far = base + dir * (Math.min(depth, depth + flare) - 420);
          const deep = dir * 600;
          obstacles.push({
            id: `hearth${obstacles.length + 1}`,
            kind: 'hearth',
            outline: [
              [hx, far],
              [hx + 1100, far],
              [hx + 1100, far + deep],
              [hx, far + deep],
            ],
          });
        }
        if (random() < 0.25 && spaces.length < 8) {
          // a closet beyond the room's far wall
          const back = base + dir * (depth + Math.max(0, flare) + wall);
          const closet = `closet${spaces.length}`;
          const [cx, cl] = [x + 200, Math.min(length - 400, between(900, 1800))];
          const cd = between(600, 1100);
          spaces.push({
            id: closet,
            name: `Closet ${spaces.length}`,
            outline: [
              [cx, back],
              [cx + cl, back],
              [cx + cl, back + dir * cd],
              [cx, back + dir * cd],
            ],
          });
          const dx = cx + 100;
          const foot = (px: number) => base + dir * (depth + (flare * (px - x)) / length);
          openings.push({
            id: `door${openings.length + 1}`,
            between: [id, closet],
            outline: [
              [dx, foot(dx)],
              [dx + 650, foot(dx + 650)],
              [dx + 650, back],
              [dx, back],
            ],
            finish: 'through',
          });
        }
        x += length + wall;
      });
    });
    return { ...job, kerf: 3, spaces, openings, obstacles, layout: { ...job.layout, direction: 'auto' as const } };
  });
}

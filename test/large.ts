import { newJob, type Job } from '../src/core/given';

/** 2,000 m² in eight bays of 250 m², parted by profiles so that no run is longer than a product allows. */
export function brokenHall(): Job {
  const [length, width] = [20_000, 12_500];
  const bay = (c: number, r: number): [number, number][] => {
    const [x, y] = [c * (length + 100), r * (width + 100)];
    return [
      [x, y],
      [x + length, y],
      [x + length, y + width],
      [x, y + width],
    ];
  };
  const spaces: Job['spaces'] = [];
  const openings: NonNullable<Job['openings']> = [];
  for (let c = 0; c < 4; c++) {
    for (let r = 0; r < 2; r++) {
      spaces.push({ id: `bay-${c}-${r}`, name: `Bay ${c + 1}.${r + 1}`, outline: bay(c, r) });
      const [x, y] = bay(c, r)[0]!;
      if (c > 0) {
        openings.push({
          id: `along-${c}-${r}`,
          between: [`bay-${c - 1}-${r}`, `bay-${c}-${r}`],
          outline: [[x - 100, y + 2000], [x, y + 2000], [x, y + 10_000], [x - 100, y + 10_000]], // prettier-ignore
          finish: 't-mould',
        });
      }
      if (r > 0) {
        openings.push({
          id: `across-${c}-${r}`,
          between: [`bay-${c}-${r - 1}`, `bay-${c}-${r}`],
          outline: [[x + 2000, y - 100], [x + 16_000, y - 100], [x + 16_000, y], [x + 2000, y]], // prettier-ignore
          finish: 't-mould',
        });
      }
    }
  }
  return { ...newJob('Broken hall', 'metric', 1000, 1000), kerf: 3, spaces, openings };
}

/** So many rooms along both sides of one corridor, all one floor. */
export function corridorOf(rooms: number): Job {
  const [width, depth, wall, corridor] = [2600, 3400, 100, 1400];
  const spaces: Job['spaces'] = [];
  const openings: NonNullable<Job['openings']> = [];
  const rectangle = (x: number, y: number, w: number, h: number): [number, number][] => [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ];
  spaces.push({ id: 'corridor', name: 'Corridor', outline: rectangle(0, 0, Math.ceil(rooms / 2) * (width + wall) - wall, corridor) });
  for (let n = 0; n < rooms; n++) {
    const x = Math.floor(n / 2) * (width + wall);
    const above = n % 2 === 0;
    spaces.push({ id: `r${n}`, name: `Room ${n + 1}`, outline: rectangle(x, above ? corridor + wall : -wall - depth, width, depth) });
    openings.push({
      id: `d${n}`,
      between: ['corridor', `r${n}`],
      outline: rectangle(x + 400 + ((n * 137) % 1200), above ? corridor : -wall, 800, wall),
      finish: 'through',
    });
  }
  return { ...newJob(`${rooms} rooms on a corridor`, 'metric', 1000, 1000), kerf: 3, spaces, openings };
}

/** A DXF of so many entities: rooms as closed polylines, and as many again drawn by single lines. */
export function drawingOf(entities: number): string {
  const lines = ['0', 'SECTION', '2', 'HEADER', '9', '$INSUNITS', '70', '4', '0', 'ENDSEC', '0', 'SECTION', '2', 'ENTITIES'];
  const put = (...groups: (string | number)[]) => lines.push(...groups.map(String));
  const columns = 40;
  for (let i = 0; i < entities / 2; i++) {
    const [x, y] = [(i % columns) * 5000, Math.floor(i / columns) * 4000];
    put(0, 'LWPOLYLINE', 8, 'PLAN', 90, 4, 70, 1, 10, x, 20, y, 10, x + 4600, 20, y, 10, x + 4600, 20, y + 3600, 10, x, 20, y + 3600);
  }
  for (let i = 0; i < entities / 8; i++) {
    const [x, y] = [-((i % columns) + 2) * 5000, Math.floor(i / columns) * 4000];
    const corners = [[x, y], [x + 4600, y], [x + 4600, y + 3600], [x, y + 3600]] as const; // prettier-ignore
    corners.forEach(([px, py], k) => {
      const [qx, qy] = corners[(k + 1) % 4]!;
      put(0, 'LINE', 8, 'PLAN', 10, px, 20, py, 11, qx, 21, qy);
    });
  }
  put(0, 'ENDSEC', 0, 'EOF');
  return `${lines.join('\n')}\n`;
}

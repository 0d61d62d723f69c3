import { FAULTS, planted, RULE_OF, said, type Fault } from '../src/core/drill';

/** 1,000 seeded floors: each planted fault is what is said of the floor, and no other of any kind with it. */
export function measureDrill(): void {
  const times: number[] = [];
  let [floors, faults, missed, others, none] = [0, 0, 0, 0, 0];
  for (let seed = 1; seed <= 1000; seed++) {
    const wanted: readonly Fault[] = seed % 5 === 0 ? ['short', 'letter-h', 'near'] : [FAULTS[seed % FAULTS.length]!];
    const begun = performance.now();
    try {
      const floor = planted(seed, wanted);
      times.push(performance.now() - begun);
      floors++;
      faults += floor.faults.length;
      const findings = said(floor);
      missed += wanted.filter((f) => !findings.some((one) => one.rule === RULE_OF[f])).length;
      others += findings.length - floor.faults.reduce((sum, f) => sum + f.findings.length, 0);
    } catch {
      none++;
    }
  }
  times.sort((a, b) => a - b);
  console.log(
    `drill: ${floors} floors with ${faults} faults: not found ${missed}, found besides ${others}, no floor for ${none}; made in ${times[floors >> 1]!.toFixed(0)} ms (median), ${times[floors - 1]!.toFixed(0)} ms (worst)`,
  );
}

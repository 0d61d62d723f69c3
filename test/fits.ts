/** What fits at an edge by plain enumeration, written from the contract alone: names of fits in their order, and the least that is lacking. */
type Range = readonly [number, number];
type Kits = readonly {
  readonly id: string;
  readonly track: { readonly height: number };
  readonly stacks: readonly { readonly shims: readonly string[]; readonly height: number }[];
  readonly profiles: readonly {
    readonly kind: string;
    readonly near: Range;
    readonly far?: Range | undefined;
    readonly foot: number;
    readonly cover: number;
    readonly nearCover?: number | undefined;
  }[];
}[];
type Side = { readonly height: number | null; readonly gap: number; readonly shrinks: number };

export function everyFit(
  kits: Kits,
  wanted: { readonly kind: string; readonly foot?: number; readonly near: Side; readonly far: Side | null },
): { readonly fits: readonly string[]; readonly missing: number | null } {
  const fits: { name: string; margin: number }[] = [];
  let missing: number | null = null;
  const { near, far } = wanted;
  if (near.height === null || (far && far.height === null)) return { fits: [], missing: null };
  for (const kit of kits)
    for (let p = 0; p < kit.profiles.length; p++)
      for (const stack of kit.stacks)
        for (const turned of [false, true]) {
          const profile = kit.profiles[p]!;
          if (profile.kind !== wanted.kind) continue;
          if (wanted.foot !== undefined && wanted.foot !== profile.foot) continue;
          if (turned && !far) continue;
          if (turned && !profile.far) continue;
          const half = profile.nearCover === undefined || profile.nearCover === profile.cover / 2;
          if (turned && half && profile.near[0] === profile.far?.[0] && profile.near[1] === profile.far[1]) continue;
          const [a, b] = turned ? [far!, near] : [near, far];
          const top = kit.track.height + stack.height;
          const nearReach = profile.nearCover === undefined ? profile.cover / 2 : profile.nearCover;
          const lacks = [profile.near[0] - (a.height! - top), a.height! - top - profile.near[1]];
          const laps = [nearReach - profile.foot / 2 - a.gap - a.shrinks];
          if (b && profile.far) {
            lacks.push(profile.far[0] - (b.height! - top), b.height! - top - profile.far[1]);
            laps.push(profile.cover - nearReach - profile.foot / 2 - b.gap - b.shrinks);
          }
          const margin = -Math.max(...lacks);
          if (margin >= -1e-9 && laps.every((l) => l > 1e-9)) fits.push({ name: `${kit.id} ${p} ${stack.shims.join()} ${turned}`, margin });
          const by = Math.max(0, ...lacks, ...laps.map((l) => -l));
          if (missing === null || by < missing) missing = by;
        }
  // greatest least margin first; what is equal stays in order
  const order = fits.map((f, i) => ({ ...f, i })).sort((x, y) => (Math.abs(x.margin - y.margin) > 1e-6 ? y.margin - x.margin : x.i - y.i));
  return { fits: order.map((f) => f.name), missing: fits.length > 0 ? null : missing };
}

/** What makes an order true: every figure in it as plan, base, beneath and edges print it, counted afresh; a sentence for everything that is not so. */
import type { Job } from '@/core/given';

type Item = { id: string; need: number; unit: string; pack: number | null; packs: number | null; spare: number };
export type PrintedOrder = { items: Item[] };
export type PrintedSources = {
  plan: { planks: { length: number; width: number; product?: string }[] };
  base: { spaces: { fill: { least: { litres: number } } | null }[]; compound: { bags: number; primer: number } };
  beneath: { totals: { material: string; rolls: number; packs: number }[]; tape: number };
  edges: { stock: { of: string; length: number }[] };
};

const NEAR = 0.002;

export function orderUntruths(job: Job, { items }: PrintedOrder, { plan, base, beneath, edges }: PrintedSources): string[] {
  const said: string[] = [];
  const wanted = new Map<string, Partial<Item>>();
  const products = [job.product, ...(job.layouts ?? []).flatMap((l) => l.product ?? [])];
  const several = plan.planks.some((p) => p.product !== undefined);
  for (const product of products) {
    for (const { length, width, share } of product.planks) {
      const need = plan.planks.filter((p) => p.length === length && p.width === width && (!several || p.product === product.name)).length;
      if (need === 0) continue;
      const spare = Math.ceil((job.spares?.planks ?? 0) * share - 1e-9);
      const pack = product.perBox * share;
      const id = several ? `planks/${product.name}/${length}x${width}` : `planks/${length}x${width}`;
      wanted.set(id, { need, spare, pack, packs: Math.ceil((need + spare) / pack - 1e-9), unit: 'planks' });
    }
  }
  const litres = base.spaces.reduce((sum, s) => sum + (s.fill?.least.litres ?? 0), 0);
  if (litres > 0) {
    wanted.set('compound', { need: litres, packs: base.compound.bags, unit: 'litres' });
    wanted.set('primer', { need: base.compound.primer, unit: 'litres' });
  }
  for (const { material, rolls, packs } of beneath.totals) {
    const { kind } = job.beneath!.materials!.find((m) => m.id === material)!;
    wanted.set(`${kind === 'film' ? 'film' : 'pad'}/${material}`, { need: rolls, packs, unit: kind === 'board' ? 'boards' : 'rolls' });
  }
  if (beneath.tape > 0) wanted.set('tape', { need: beneath.tape, unit: 'metres', packs: null });
  for (const { of, length } of edges.stock) {
    const [, kit, place] = /^(.*)\/(\d+)$/.exec(of) ?? [];
    const id =
      of === 'trim' ? `trim/${length}` : `profile/${kit}/${job.kits!.find((k) => k.id === kit)!.profiles[Number(place)]!.kind}/${length}`;
    wanted.set(id, { need: (wanted.get(id)?.need ?? 0) + 1, unit: 'lengths' });
  }
  for (const [id, want] of wanted) {
    const item = items.find((i) => i.id === id);
    if (!item) said.push(`${id} is missing`);
    else
      for (const [field, value] of Object.entries(want)) {
        const is = item[field as keyof Item];
        const same = typeof value === 'number' && typeof is === 'number' ? Math.abs(is - value) < NEAR * items.length : is === value;
        if (!same) said.push(`${id}: ${field} is ${is}, not ${value}`);
      }
  }
  for (const { id } of items) if (!wanted.has(id)) said.push(`${id} is bought, and nothing says that it is used`);
  return said;
}

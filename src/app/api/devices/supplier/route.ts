import { supplierCommandSchema } from '@/core/order';
import { SimulatedSupplier, SupplierAway } from '@/devices';
import { answer, refused } from '../../respond';

export const dynamic = 'force-dynamic';

/** One supplier for everybody; kept over reloads of this module, with what it has sold. */
const held = globalThis as { pitsawSupplier?: SimulatedSupplier };

/** Asks the supplier what it has, or orders from it. */
export const POST = (request: Request) =>
  answer(request, async () => {
    const command = supplierCommandSchema.safeParse(await request.json().catch(() => null));
    if (!command.success) return refused([{ path: 'do', text: 'A supplier knows offers and order, each with lines.' }]);
    const supplier = (held.pitsawSupplier ??= new SimulatedSupplier(Math.random));
    const { data } = command;
    try {
      if (data.do === 'offers') return Response.json({ name: supplier.name, offers: await supplier.offers(data.lines) });
      if (data.do === 'outage') {
        supplier.outage();
        return Response.json({ ok: true });
      }
      const taken = await supplier.order(data.lines);
      return typeof taken === 'string' ? refused([{ path: '', text: taken }]) : Response.json({ name: supplier.name, taken });
    } catch (error) {
      if (!(error instanceof SupplierAway)) throw error;
      return Response.json(
        { problems: [{ path: '', text: 'The supplier cannot be reached just now. Your list is kept; ask again in a moment.' }] },
        { status: 503 },
      );
    }
  });

import { inLine, partSheet, sheetOf } from '@ivrak/core/kit';
import type { KitView, Pattern } from '@ivrak/core/model';
import { api } from '../data/client.ts';
import { newUnitId } from '../kit/units.ts';

export const savePattern = (data: Pattern, version: number | null) =>
  api.put('/api/patterns/:id', { params: { id: data.id }, body: { version, data } });

/** Brings a kit into line with its pattern, as it is on the server now. */
export async function bringInLine(kitId: string, { lines }: Pattern): Promise<void> {
  const { version, ...kit }: KitView = await api.get('/api/kits/:id', { params: { id: kitId } });
  const draft = { ...kit, ...partSheet(inLine(sheetOf(kit), lines, newUnitId)) };
  await api.put('/api/kits/:id', { params: { id: kitId }, body: { version, draft, sentTo: {} } });
}

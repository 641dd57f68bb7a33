// The made-up crew, grown, for whoever wants to know what grows with it.
const dayAfter = (days) => new Date(Date.UTC(2026, 10, 25) + days * 86_400_000).toISOString().slice(0, 10);

/** The made-up crew's file, grown: copies of its kits with their things, and spares; half of the things in kits. */
export function grown(base, { kits, units }) {
  const ofKit = new Map(base.kits.map(({ id }) => [id, base.units.filter(({ kitId }) => kitId === id)]));
  const spares = base.units.filter(({ place }) => place === 'stores');
  const lots = base.lots.filter(({ expiresOn }) => expiresOn !== null);
  const file = { ...base, kits: [...base.kits], units: [...base.units], lots: [...base.lots] };
  const add = (unit, index, part) => {
    let lotId = null;
    if (unit.lotId !== null && lots.length > 0) {
      const lot = base.lots.find(({ id }) => id === unit.lotId);
      lotId = `grown-lot-${index}`;
      file.lots.push({ ...lot, id: lotId, expiresOn: lot.expiresOn === null ? null : dayAfter(30 + ((index * 37) % 1700)) });
    }
    file.units.push({ ...unit, id: `grown-${index}`, lotId, ...part });
  };
  let made = 0;
  for (let index = 0; index < kits; index += 1) {
    const kit = base.kits[index % base.kits.length];
    const id = `grown-kit-${index}`;
    file.kits.push({ ...kit, id, name: `${kit.name} ${index + 1}`, modules: [], packing: kit.packing, position: base.kits.length + index });
    const own = ofKit.get(kit.id);
    const share = Math.round(units / 2 / kits);
    for (let count = 0; count < share; count += 1) {
      const unit = own[count % own.length];
      add(unit, made, { kitId: id, position: count, count: unit.count });
      made += 1;
    }
  }
  for (; made < units; made += 1) add(spares[made % spares.length], made, {});
  return file;
}

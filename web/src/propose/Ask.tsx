import { NEEDS } from '@ivrak/core/model';
import { FIRSTS, type Ladder } from '@ivrak/core/propose';
import { MultiSelect, Switch } from '@mantine/core';
import { containerOf, positionOf } from '../data/catalog.ts';
import { grams, mm, price } from '../drawing/figures.ts';
import { useKit } from '../kit/KitContext.tsx';
import { DecimalInput } from '../ui/DecimalInput.tsx';
import { HowFar, KeptAndBarred, Limit, MassLimit, MoneyLimit } from './askParts.tsx';
import css from './propose.module.css';
import type { Limits, Wishes } from './wishes.ts';
import { HEADS, nextStep } from './words.ts';

interface AskProps {
  limits: Limits;
  setLimits: (limits: Limits) => void;
  wishes: Wishes;
  setWishes: (wishes: Wishes) => void;
  /** Along money; null: not worked out yet. */
  ladder: Ladder | null;
  /** Nothing lies in the kit. */
  isEmpty: boolean;
  /** So many of the same are bought for at once. */
  alike: number;
  setAlike: (alike: number) => void;
}

const ORDERS = FIRSTS.map((value) => ({ value, label: HEADS[value] }));
/** Where nothing tells how far a slider should go. */
const USUAL_MONEY = 20_000;
const USUAL_MASS_G = 1500;
const roundUp = (value: number, step: number) => Math.ceil(value / step) * step;

/** Limits as sliders and figures, and what is to be in it or not. */
export function Ask({ limits, setLimits, wishes, setWishes, ladder, isEmpty, alike, setAlike }: AskProps) {
  const { draft, judgement } = useKit();
  const { further = [] } = wishes;
  const asked = judgement.needs.flatMap(({ need, ideal }) => (ideal > 0 ? [need] : []));
  const container = containerOf(draft.containerId);
  const position = positionOf(draft.positionId);
  const dearest = ladder?.nested.at(-1)?.value || USUAL_MONEY;
  const next = ladder === null || limits.money === null ? null : nextStep(ladder, limits.money);
  const mostG = roundUp(Math.max(position?.massG ?? USUAL_MASS_G, (container?.massG ?? 0) + 200) * 2, 100);
  return (
    <>
      <MoneyLimit
        value={limits.money}
        most={roundUp(dearest * 1.1, 500)}
        set={(money) => setLimits({ ...limits, money })}
        hint={next === null ? 'for what is bought' : `next step at ${price(next.value)}: ${NEEDS[next.need].label}`}
      />
      {container !== undefined && (
        <Limit
          label="Thickness"
          value={limits.thicknessMm}
          most={position?.tMm ?? 100}
          least={5}
          step={1}
          show={mm}
          set={(thicknessMm) => setLimits({ ...limits, thicknessMm })}
          hint={position === undefined ? 'outside, packed' : `${position.name} takes ${mm(position.tMm)}`}
          field={
            <DecimalInput
              label="Thickness"
              unit="mm"
              size="xs"
              min={1}
              value={limits.thicknessMm}
              onChange={(thicknessMm) => setLimits({ ...limits, thicknessMm })}
            />
          }
        />
      )}
      <MassLimit
        value={limits.massG}
        most={mostG}
        set={(massG) => setLimits({ ...limits, massG })}
        hint={position?.massG == null ? 'with its container' : `${position.name}, comfortable up to ${grams(position.massG)}`}
      />
      <HowFar wishes={wishes} set={(far) => setWishes({ ...wishes, ...far })} needs={asked} />
      <MultiSelect
        label="One more beside these, by"
        placeholder={further.length === 0 ? 'nothing more' : ''}
        description={further.length > 1 ? 'What was chosen first counts first.' : undefined}
        data={ORDERS}
        value={[...further]}
        onChange={(chosen) => setWishes({ ...wishes, further: chosen.flatMap((one) => FIRSTS.find((first) => first === one) ?? []) })}
      />
      {!isEmpty && (
        <Switch
          label="Keep what is in the kit"
          checked={wishes.isKept}
          onChange={(event) => setWishes({ ...wishes, isKept: event.currentTarget.checked })}
        />
      )}
      <Switch
        label="Take spares from stores"
        checked={wishes.takesStores}
        onChange={(event) => setWishes({ ...wishes, takesStores: event.currentTarget.checked })}
      />
      <div className={css.limitField}>
        <DecimalInput label="Kits alike" size="xs" decimals={0} min={1} max={50} value={alike} onChange={(many) => setAlike(many ?? 1)} />
      </div>
      <KeptAndBarred wishes={wishes} set={(kept) => setWishes({ ...wishes, ...kept })} />
    </>
  );
}

import { CONTAINERS, POSITIONS } from '@ivrak/core/catalog';
import type { Container, Position } from '@ivrak/core/model';
import { lengthUnit } from '@ivrak/core/model';
import { Button } from '@mantine/core';
import { clsx } from 'clsx';
import { Link, useSearchParams } from 'react-router';
import { useCatalog } from '../data/catalog.ts';
import { ContainerDrawing } from '../drawing/ContainerDrawing.tsx';
import { grams, measuresNow, sizeFigures } from '../drawing/figures.ts';
import kindsCss from '../kinds/kinds.module.css';
import parts from '../ui/parts.module.css';
import { ContainerEditor } from './ContainerEditor.tsx';
import { PositionEditor } from './PositionEditor.tsx';
import css from './places.module.css';
import { handsLine, insideLine } from './words.ts';

const SHIPPED_CONTAINERS: ReadonlySet<string> = new Set(CONTAINERS.map(({ id }) => id));
const SHIPPED_POSITIONS: ReadonlySet<string> = new Set(POSITIONS.map(({ id }) => id));

/** Containers and carry positions: what is shipped, and what was measured here. */
export function PlacesPage() {
  const { containers, positions, own } = useCatalog();
  const [params, setParams] = useSearchParams();
  const show = (next: Record<string, string>) => setParams(next, { replace: true });
  const container = params.get('container');
  const position = params.get('position');
  const close = () => show({});
  const chosenContainer = containers.find(({ id }) => id === container) ?? null;
  const chosenPosition = positions.find(({ id }) => id === position) ?? null;
  return (
    <main id="main" className={kindsCss.page}>
      <section className={kindsCss.main} aria-label="Containers and carry positions">
        <header className={kindsCss.head}>
          <div className="grow">
            <h1>Containers and places</h1>
            <p className="small muted">
              Inner measures of shipped containers are from memory, envelopes of places are planning values. Measure yours and add them: a
              pocket with the printed ruler, a pouch stuffed as full as you would carry it.
            </p>
          </div>
          <Button onClick={() => show({ container: 'new' })}>Add a container</Button>
          <Button onClick={() => show({ position: 'new' })}>Add a place</Button>
          <Button variant="default" component={Link} to="/places/ruler">
            Print a ruler
          </Button>
        </header>
        <div className={css.lists}>
          <ContainerList containers={containers} chosen={container} choose={(id) => show({ container: id })} />
          <PositionList positions={positions} chosen={position} choose={(id) => show({ position: id })} />
        </div>
      </section>
      {(container === 'new' || chosenContainer !== null) && (
        <ContainerEditor
          key={container}
          container={container === 'new' ? null : chosenContainer}
          version={own.containers[container ?? ''] ?? null}
          isShipped={SHIPPED_CONTAINERS.has(container ?? '')}
          close={close}
        />
      )}
      {(position === 'new' || chosenPosition !== null) && (
        <PositionEditor
          key={position}
          position={position === 'new' ? null : chosenPosition}
          version={own.positions[position ?? ''] ?? null}
          isShipped={SHIPPED_POSITIONS.has(position ?? '')}
          close={close}
        />
      )}
    </main>
  );
}

interface ListProps {
  chosen: string | null;
  choose: (id: string) => void;
}

function ContainerList({ containers, chosen, choose }: ListProps & { containers: readonly Container[] }) {
  return (
    <table className={clsx(parts.compareTable, kindsCss.table)}>
      <thead>
        <tr>
          <th scope="col">
            <span className="sr-only">Outline</span>
          </th>
          <th scope="col">Container</th>
          <th scope="col" className={kindsCss.isFigure}>
            Inside, {lengthUnit(measuresNow())}
          </th>
        </tr>
      </thead>
      <tbody>
        {containers.map((container) => (
          <tr key={container.id} className={chosen === container.id ? kindsCss.isChosen : undefined}>
            <td className={kindsCss.kindCell}>
              <ContainerDrawing container={container} size={38} />
            </td>
            <th scope="row">
              <button type="button" className="link-button" onClick={() => choose(container.id)}>
                {container.name}
              </button>
              {!SHIPPED_CONTAINERS.has(container.id) && <span className={clsx(parts.evidence, kindsCss.ownMark)}>own</span>}
            </th>
            <td className={kindsCss.isFigure}>{insideLine(container)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function PositionList({ positions, chosen, choose }: ListProps & { positions: readonly Position[] }) {
  return (
    <table className={clsx(parts.compareTable, kindsCss.table)}>
      <thead>
        <tr>
          <th scope="col">Place</th>
          <th scope="col" className={kindsCss.isFigure}>
            Comfortable, {lengthUnit(measuresNow())}
          </th>
          <th scope="col" className={kindsCss.isFigure}>
            Mass
          </th>
          <th scope="col">Reached by</th>
        </tr>
      </thead>
      <tbody>
        {positions.map((position) => (
          <tr key={position.id} className={chosen === position.id ? kindsCss.isChosen : undefined}>
            <th scope="row">
              <button type="button" className="link-button" onClick={() => choose(position.id)}>
                {position.name}
              </button>
              {!SHIPPED_POSITIONS.has(position.id) && <span className={clsx(parts.evidence, kindsCss.ownMark)}>own</span>}
            </th>
            <td className={kindsCss.isFigure}>{sizeFigures(position.wMm, position.hMm, position.tMm)}</td>
            <td className={kindsCss.isFigure}>{position.massG === null ? 'any' : grams(position.massG)}</td>
            <td className="small">{handsLine(position)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

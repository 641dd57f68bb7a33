import { skillsOn } from '@ivrak/core/model';
import { Button, Select } from '@mantine/core';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useKits, useLists } from '../data/queries.ts';
import { useKit } from '../kit/KitContext.tsx';
import { ListEditor } from '../lists/ListEditor.tsx';
import { CompareTable } from './CompareTable.tsx';
import { type Candidate, columnsOf, listCandidate } from './columns.ts';
import css from './compare.module.css';
import { Published } from './Published.tsx';
import { usePackedThickness } from './usePackedThickness.ts';

const MOST_COLUMNS = 4;

type ComparedKit = Pick<Candidate, 'name' | 'units' | 'containerId' | 'layer'> & {
  id: string;
  summary: Pick<Candidate, 'thicknessMm'>;
};

const kitCandidate = ({ id, name, units, containerId, layer, summary }: ComparedKit): Candidate => ({
  key: `kit:${id}`,
  name,
  units,
  containerId,
  layer,
  priceMinor: null,
  thicknessMm: summary.thicknessMm,
  list: null,
});

/** This kit beside up to three others, or ready-made ones, or a published list; all of them under this kit's brief and school. */
export function ComparePage() {
  const { kit, draft, judgement, school, catalog, today, packing } = useKit();
  const kits = useKits().data?.kits ?? [];
  const lists = useLists().data?.lists ?? [];
  const [params, setParams] = useSearchParams();
  const [editing, setEditing] = useState<string | null>(null);
  const chosen = params.getAll('with');
  const choose = (keys: readonly string[]) =>
    setParams(
      (before) => {
        before.delete('with');
        for (const key of keys) before.append('with', key);
        return before;
      },
      { replace: true },
    );
  const thicknessMm = packing.carry?.outerTMm ?? null;
  const own = kitCandidate({ ...draft, id: kit.id, summary: { thicknessMm } });
  const others = [...kits.filter(({ id }) => id !== kit.id).map(kitCandidate), ...lists.map(({ data }) => listCandidate(data, draft))];
  const shown = [own, ...chosen.flatMap((key) => others.filter((other) => other.key === key))].slice(0, MOST_COLUMNS);
  const packed = usePackedThickness(shown, judgement.needs);
  const columns = useMemo(
    () =>
      columnsOf(shown, {
        needs: judgement.needs,
        school,
        skills: skillsOn(draft.brief, today),
        isChecked: draft.brief.securityChecks,
        on: today,
        catalog,
      }),
    [shown, judgement.needs, school, draft.brief, today, catalog],
  );
  const edited = lists.find(({ id }) => id === editing);
  return (
    <main id="main" className={css.page}>
      <CompareHead shown={shown} choose={choose} chosen={chosen} setEditing={setEditing} others={others} />
      <CompareTable
        columns={columns}
        packed={packed}
        drop={(key) => choose(chosen.filter((other) => other !== key))}
        edit={(key) => setEditing(key.replace('list:', ''))}
      />
      <Published />
      {editing !== null && (
        <ListEditor
          key={editing}
          kept={edited?.data ?? null}
          version={edited?.version ?? null}
          containerId={draft.containerId}
          done={(id) => {
            setEditing(null);
            if (id !== null && !chosen.includes(`list:${id}`)) choose([...chosen, `list:${id}`].slice(-(MOST_COLUMNS - 1)));
          }}
        />
      )}
    </main>
  );
}

interface CompareHeadProps {
  shown: Candidate[];
  choose: (keys: readonly string[]) => void;
  chosen: string[];
  setEditing: (next: string | null) => void;
  others: Candidate[];
}

function CompareHead({ shown, choose, chosen, setEditing, others }: CompareHeadProps) {
  const { draft, school } = useKit();
  const free = others.filter(({ key }) => !chosen.includes(key));
  return (
    <header className={css.top}>
      <div className="grow">
        <h2>Side by side</h2>
        <p className="small muted">
          All of them measured by the brief of {draft.name} and the school {school.name.toLowerCase()}.
        </p>
      </div>
      <Select
        aria-label="Put beside it"
        placeholder={shown.length < MOST_COLUMNS ? 'Put beside it: a kit or a list' : 'Four stand here already'}
        searchable
        disabled={shown.length >= MOST_COLUMNS}
        data={[
          { group: 'Kits', items: items(free, 'kit:') },
          { group: 'Ready-made and other lists', items: items(free, 'list:') },
        ]}
        value={null}
        onChange={(key) => key !== null && choose([...chosen, key])}
        nothingFoundMessage="Nothing by that name"
      />
      <Button variant="default" onClick={() => setEditing('new')}>
        Describe a ready-made kit
      </Button>
    </header>
  );
}

const items = (candidates: readonly Candidate[], start: string) =>
  candidates.filter(({ key }) => key.startsWith(start)).map(({ key, name }) => ({ value: key, label: name }));

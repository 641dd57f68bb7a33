import type { KitView, NeedId } from '@ivrak/core/model';
import { layProposal, type SetAsk, type SetProposal } from '@ivrak/core/propose';
import { Button, Select, Switch } from '@mantine/core';
import { useMediaQuery } from '@mantine/hooks';
import { clsx } from 'clsx';
import { useMemo, useState } from 'react';
import { Link, useParams } from 'react-router';
import { type StoredLoadout, useCarryData } from '../carry/carryData.ts';
import { schoolOf } from '../data/catalog.ts';
import { api } from '../data/client.ts';
import { kitQuery, queryClient, type StoredSet, useSets } from '../data/queries.ts';
import { draftOf } from '../kit/draftStore.ts';
import { newUnitId } from '../kit/units.ts';
import { Blank } from '../ui/Blank.tsx';
import { Failure } from '../ui/Failure.tsx';
import { useKeep } from '../ui/useKeep.ts';
import { alikeLeftOut, isAlike } from './alike.ts';
import { HowFar, KeptAndBarred, MassLimit, MoneyLimit } from './askParts.tsx';
import { Moves } from './Moves.tsx';
import css from './propose.module.css';
import { SetCard } from './SetCard.tsx';
import setCss from './setCard.module.css';
import { useSetProposals } from './useProposing.ts';
import { carrying, useKitsOf, useSetQuestion } from './useSetQuestion.ts';
import { WhyNot } from './WhyNot.tsx';
import { Working } from './Working.tsx';
import { limitsText } from './words.ts';

/** Which thing into which kit of a set: proposals for all of them at once. */
export function SetProposePage() {
  const { id = '' } = useParams();
  const sets = useSets();
  if (sets.isLoadingError) return <Failure error={sets.error} />;
  if (sets.data === undefined) return <Blank label="Laying the kits side by side" />;
  const set = sets.data.sets.find((one) => one.id === id);
  if (set === undefined)
    return (
      <main id="main" className={css.answers}>
        <p>There is no such set. Its kits are by themselves; Muster shows them.</p>
      </main>
    );
  return <OfSet set={set} />;
}

const START: SetWishes = { goal: 'least', locked: [], barred: [], takesStores: true };
const NO_LIMITS: SetLimits = { money: null, massG: null };
type SetWishes = Omit<SetAsk, 'limits'>;
type SetLimits = Record<'money' | 'massG', number | null>;
/** Those that are there. */
const onlySet = ({ money, massG }: SetLimits): SetAsk['limits'] => ({
  ...(money === null ? {} : { money }),
  ...(massG === null ? {} : { massG }),
});
const MOST_MONEY = 40_000;
const MOST_MASS_G = 4000;

function OfSet({ set }: { set: StoredSet }) {
  const carry = useCarryData();
  const { kits, error } = useKitsOf(set);
  const [wishes, setWishes] = useState<SetWishes>(START);
  const [limits, setLimits] = useState<SetLimits>(NO_LIMITS);
  const ask = useMemo((): SetAsk => ({ ...wishes, limits: onlySet(limits) }), [wishes, limits]);
  const loadouts = carry.data === undefined ? [] : carrying(set, carry.data);
  const [chosen, choose] = useState<string | null>(null);
  const loadoutId = chosen ?? loadouts[0]?.id ?? null;
  const question = useSetQuestion(set, kits, loadoutId, ask);
  const { answer, progress, isStale, cancel, error: failed } = useSetProposals(question);
  const laying = useLayingOut(kits);
  const isNarrow = useMediaQuery('(max-width: 900px)') === true;
  const [isOpen, setOpen] = useState(false);
  const kitsToo = useMemo(() => new Map(kits?.map((kit) => [kit.id as string, kit])), [kits]);
  const failure = error ?? (carry.isLoadingError ? carry.error : null);
  if (failure !== null) return <Failure error={failure} />;
  if (kits === null) return <Blank label="Laying the kits side by side" />;
  const [first] = answer?.proposals ?? [];
  const isSettled = progress === null && !isStale;
  return (
    <main id="main" className={css.page}>
      <aside className={css.ask} aria-label="What is asked">
        <h2>Propose</h2>
        <p className="small muted">
          For <Link to={`/sets/${set.id}`}>{set.data.name}</Link>: which thing into which kit, by {schoolOf(kits[0] as KitView).name}. What
          lies in a kit stays there.
        </p>
        {isNarrow && (
          <Button variant="default" aria-expanded={isOpen} onClick={() => setOpen(!isOpen)}>
            {isOpen ? 'Hide limits and wishes' : `Limits and wishes: ${limitsText(limits)}`}
          </Button>
        )}
        {(isOpen || !isNarrow) && (
          <AskOfSet {...{ wishes, setWishes, limits, setLimits, loadouts, loadoutId, choose }} needs={question?.needs ?? []} />
        )}
      </aside>
      <div className={css.answers}>
        {laying.laid !== null && (
          <div className={css.working} role="status">
            <span className="grow">Laid out as planned things: {laying.laid.map(({ name }) => name).join(', ')}.</span>
            <Button size="compact-sm" variant="default" onClick={laying.takeBack} disabled={laying.isBusy}>
              Take it back
            </Button>
          </div>
        )}
        {laying.error !== null && <p className="refusal">{laying.error}</p>}
        {progress !== null && <Working progress={progress} cancel={cancel} />}
        {failed !== null && <p className="refusal">{failed}</p>}
        {answer !== null && first === undefined && isSettled && (
          <p className="refusal">What lies in the kits and must be in them is more than the limits allow, or does not go in.</p>
        )}
        {answer !== null && (
          <>
            <div className={clsx(css.cards, setCss.wide)} aria-busy={!isSettled} data-stale={isStale}>
              {alikeLeftOut(answer.proposals).map((proposal) => (
                <SetCard
                  key={proposal.first}
                  proposal={proposal}
                  names={answer.proposals.filter((one) => isAlike(one, proposal)).map((one) => one.first)}
                  isFirst={proposal === first}
                  kits={kitsToo}
                  limits={limits}
                  wishes={wishes}
                  set={(kept) => setWishes({ ...wishes, ...kept })}
                  layItOut={() => laying.layOut(proposal)}
                  isBusy={laying.isBusy || !isSettled}
                />
              ))}
            </div>
            <Moves moves={answer.moves} kits={kitsToo} />
            {first !== undefined && <WhyNot needs={first.needs} why={answer.why} isSettled={isSettled} />}
          </>
        )}
      </div>
    </main>
  );
}

interface AskOfSetProps {
  wishes: SetWishes;
  setWishes: (wishes: SetWishes) => void;
  limits: SetLimits;
  setLimits: (limits: SetLimits) => void;
  needs: readonly NeedId[];
  loadouts: readonly StoredLoadout[];
  loadoutId: string | null;
  choose: (loadoutId: string | null) => void;
}

function AskOfSet({ wishes, setWishes, limits, setLimits, needs, loadouts, loadoutId, choose }: AskOfSetProps) {
  return (
    <>
      {loadouts.length > 0 && (
        <Select
          label="Carried as in"
          allowDeselect={false}
          data={loadouts.map(({ id, data }) => ({ value: id, label: data.name }))}
          value={loadoutId}
          onChange={choose}
        />
      )}
      <MoneyLimit value={limits.money} most={MOST_MONEY} set={(money) => setLimits({ ...limits, money })} hint="for what is bought" />
      <MassLimit
        value={limits.massG}
        most={MOST_MASS_G}
        set={(massG) => setLimits({ ...limits, massG })}
        hint="of what is in all of them"
      />
      <HowFar wishes={wishes} set={(far) => setWishes({ ...wishes, ...far })} needs={needs} />
      <Switch
        label="Take spares from stores"
        checked={wishes.takesStores}
        onChange={(event) => setWishes({ ...wishes, takesStores: event.currentTarget.checked })}
      />
      <KeptAndBarred wishes={wishes} set={(kept) => setWishes({ ...wishes, ...kept })} />
    </>
  );
}

interface LaidKit {
  id: string;
  name: string;
  before: KitView['planned'];
}

/** Lays a proposal out in every kit of it, and takes it back again. */
function useLayingOut(kits: readonly KitView[] | null) {
  const { error, isSending, keep } = useKeep();
  const [laid, setLaid] = useState<LaidKit[] | null>(null);
  const put = async (kit: KitView, draft: ReturnType<typeof draftOf>) => {
    const saved = await api.put('/api/kits/:id', { params: { id: kit.id }, body: { version: kit.version, draft, sentTo: {} } });
    // What is changed next stands on this.
    queryClient.setQueryData(kitQuery(kit.id).queryKey, saved);
  };
  const stored = (kit: KitView) => ({ ...draftOf(kit), units: kit.units, planned: kit.planned });
  const layOut = (proposal: SetProposal) => {
    const done: LaidKit[] = [];
    void keep(async () => {
      for (const share of proposal.kits) {
        const kit = kits?.find(({ id }) => id === share.kitId);
        if (kit === undefined) continue;
        const draft = layProposal({ ...stored(kit), planned: [] }, share, true, newUnitId);
        if (draft.planned.length === 0 && kit.planned.length === 0) continue;
        await put(kit, draft);
        done.push({ id: kit.id, name: kit.name, before: kit.planned });
        setLaid([...done]);
      }
    });
  };
  const takeBack = () =>
    void keep(async () => {
      for (const { id, before } of laid ?? []) {
        const kit = kits?.find((one) => one.id === id);
        if (kit !== undefined) await put(kit, { ...stored(kit), planned: before });
      }
      setLaid(null);
    });
  return { laid: laid === null || laid.length === 0 ? null : laid, error, isBusy: isSending, layOut, takeBack };
}

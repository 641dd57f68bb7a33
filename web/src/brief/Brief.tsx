import { clsx } from 'clsx';
import { useSearchParams } from 'react-router';
import parts from '../ui/parts.module.css';
import { BriefCompare } from './BriefCompare.tsx';
import { BriefForm } from './BriefForm.tsx';
import { BriefNeeds } from './BriefNeeds.tsx';
import { BriefWords } from './BriefWords.tsx';
import css from './brief.module.css';

const VIEWS = ['needs', 'words', 'compare'] as const;
type View = (typeof VIEWS)[number];
const VIEW_NAMES: Record<View, string> = { needs: 'What follows', words: 'In words', compare: 'Side by side' };

/** Says who, where and how far; beside it, live, what follows, in figures, in words, or against another brief or school. */
export function Brief() {
  const [params, setParams] = useSearchParams();
  const view = VIEWS.find((name) => name === params.get('view')) ?? 'needs';
  return (
    <main id="main" className={css.brief}>
      <BriefForm />
      <div className={css.beside}>
        <div className={clsx(parts.drawerTabs, css.tabs)} role="group" aria-label="Beside the questions">
          {VIEWS.map((name) => (
            <button
              key={name}
              type="button"
              aria-pressed={view === name}
              onClick={() =>
                setParams(
                  (before) => {
                    before.set('view', name);
                    return before;
                  },
                  { replace: true },
                )
              }
            >
              {VIEW_NAMES[name]}
            </button>
          ))}
          <span className={clsx(css.plan, 'small muted')}>planning values, not clinical limits</span>
        </div>
        {view === 'needs' && <BriefNeeds />}
        {view === 'words' && <BriefWords />}
        {view === 'compare' && <BriefCompare />}
      </div>
    </main>
  );
}

import type { Proposal } from '@ivrak/core/propose';
import { clsx } from 'clsx';
import { provenText } from './words.ts';

export function CardHead({ head, proposal }: { head: string; proposal: Pick<Proposal, 'proven' | 'bound'> }) {
  return (
    <header>
      <h3>{head}</h3>
      <span className={clsx('small', proposal.proven ? 'state-full' : 'state-thin')}>{provenText(proposal)}</span>
    </header>
  );
}

export function Sum({ label, value }: { label: string; value: string }) {
  return (
    <div>
      <dd className="mono">{value}</dd>
      <dt>{label}</dt>
    </div>
  );
}

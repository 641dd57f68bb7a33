import type { PlacedUnit } from '@ivrak/core/model';
import { type UseFormReturnType, useForm } from '@mantine/form';
import { useState } from 'react';
import { kindName } from '../data/catalog.ts';
import { ApiError, api, messageOf } from '../data/client.ts';
import { useRefresh } from '../data/queries.ts';
import { EMPTY_INTAKE, type IntakeForm, intakeBody, receivedText } from './intakeForm.ts';

export interface Receiving {
  form: UseFormReturnType<IntakeForm>;
  /** What was received since the page was opened, the last one first. */
  received: readonly PlacedUnit[];
  done: string;
  setDone: (text: string) => void;
  refusal: string | null;
  setRefusal: (text: string | null) => void;
  fill: (values: IntakeForm) => void;
  receive: (given: IntakeForm) => Promise<void>;
  undoLast: () => Promise<void>;
}

/** Sends what is received and takes the last one out again. `arrived` is called with each. */
export function useReceiving(arrived: (unit: PlacedUnit, given: IntakeForm) => void): Receiving {
  const refresh = useRefresh();
  const [received, setReceived] = useState<readonly PlacedUnit[]>([]);
  const [done, setDone] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const form = useForm<IntakeForm>({
    initialValues: EMPTY_INTAKE,
    validate: { kind: (kind) => (kind === null ? 'Choose what it is.' : null) },
  });
  const fill = (values: IntakeForm) => {
    form.setValues(values);
    form.clearErrors();
    setRefusal(null);
  };
  const receive = async (given: IntakeForm) => {
    const { kind } = given;
    if (kind === null) return;
    try {
      const unit = await api.post('/api/stores', { body: intakeBody({ ...given, kind }) });
      setReceived((before) => [unit, ...before]);
      setDone(receivedText(unit));
      fill({ ...EMPTY_INTAKE, seller: given.seller, authorised: given.authorised });
      arrived(unit, given);
      await refresh();
    } catch (error) {
      const issues = error instanceof ApiError ? error.issues : [];
      form.setErrors(Object.fromEntries(issues.map(({ path, message }) => [path, message])));
      setRefusal(issues.length > 0 ? null : messageOf(error));
    }
  };
  const undoLast = async () => {
    const [last, ...rest] = received;
    if (last === undefined) return;
    try {
      await api.post('/api/units/:id/move', { params: { id: last.id }, body: { version: last.version, to: 'discarded' } });
      setReceived(rest);
      setDone(`${kindName(last.kind)} is out again.`);
    } catch (error) {
      setRefusal(messageOf(error));
    }
    await refresh();
  };
  return { form, received, done, setDone, refusal, setRefusal, fill, receive, undoLast };
}

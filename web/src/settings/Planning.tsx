import { type LapsePolicy, MEASURES } from '@ivrak/core/model';
import { Select, TextInput } from '@mantine/core';
import { api } from '../data/client.ts';
import { queryClient, settingsQuery, useLapsePolicy, useSettings } from '../data/queries.ts';
import { Refusal } from '../ui/Refusal.tsx';
import { useKeep } from '../ui/useKeep.ts';

/** Whether a course that has lapsed closes what it opened, and how long it is only warned of. */
export function LapsedCourses() {
  const { error, keep } = useKeep();
  const policy = useLapsePolicy();
  const save = (lapsedCourses: LapsePolicy) =>
    void keep(
      () => api.put('/api/settings', { body: { lapsedCourses } }),
      () => queryClient.invalidateQueries(),
    );
  return (
    <section className="stack">
      <h2>Lapsed courses</h2>
      <Refusal text={error} />
      <Select
        label="When a course has lapsed"
        description="Airways, needles and the like are asked for only where somebody is trained. What is allowed where is local law, whatever stands here."
        data={[
          { value: 'closes', label: 'warn, then close what it opened' },
          { value: 'warns', label: 'only warn' },
        ]}
        value={policy.closes ? 'closes' : 'warns'}
        onChange={(value) => save({ ...policy, closes: value === 'closes' })}
      />
      {policy.closes && (
        <Select
          label="Warn for"
          description="Counted from the last good day; a planning value."
          data={WARN_MONTHS.map((months) => ({
            value: String(months),
            label: months === 0 ? 'no time: close at once' : `${months} months`,
          }))}
          value={String(policy.warnMonths)}
          onChange={(value) => value !== null && save({ ...policy, warnMonths: Number(value) })}
        />
      )}
    </section>
  );
}
const WARN_MONTHS = [0, 3, 6, 12, 24] as const;

/** What stands behind every amount, and how lengths and masses are shown. */
export function MoneyAndMeasures() {
  const { error, keep } = useKeep();
  const settings = useSettings().data;
  const known = settings?.currency;
  return (
    <section className="stack">
      <h2>Money and measures</h2>
      <Refusal text={error} />
      <TextInput
        key={known}
        label="Currency"
        description="A sign or a code; it stands behind every amount, on paper too. Amounts themselves are not converted."
        maxLength={5}
        styles={{ input: { width: 120 } }}
        defaultValue={known}
        onBlur={(event) => {
          const currency = event.currentTarget.value.trim();
          if (currency !== known)
            void keep(
              () => api.put('/api/settings', { body: { currency } }),
              () => queryClient.invalidateQueries(settingsQuery),
            );
        }}
      />
      <Select
        label="Lengths and masses"
        description="In every field, drawing, print and table. A table that is read goes by its own headings."
        data={[
          { value: 'metric', label: 'millimetres and grams' },
          { value: 'inches', label: 'inches and ounces' },
        ]}
        value={settings?.measures ?? 'metric'}
        onChange={(value) =>
          void keep(
            () => api.put('/api/settings', { body: { measures: MEASURES.find((one) => one === value) } }),
            () => queryClient.invalidateQueries(settingsQuery),
          )
        }
      />
    </section>
  );
}

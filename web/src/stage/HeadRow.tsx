/** The head of a printed table, column by column. */
export function HeadRow({ names }: { names: readonly string[] }) {
  return (
    <thead>
      <tr>
        {names.map((name) => (
          <th key={name} scope="col">
            {name}
          </th>
        ))}
      </tr>
    </thead>
  );
}

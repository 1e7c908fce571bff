/** Serials in a row, none broken at its hyphen. */
export function Serials({ serials }: { serials: string[] }) {
  return (
    <ul className="flex flex-wrap gap-x-4">
      {serials.map((serial) => (
        <li key={serial} className="whitespace-nowrap">
          {serial}
        </li>
      ))}
    </ul>
  );
}

import { useQuery } from "@tanstack/react-query";
import { CareRow } from "./CareRow";
import { careQuery } from "./queries";

/** Care that a detector asks for between calibrations; nothing where it asks for none. */
export function CareOf({ serial }: { serial: string }) {
  const care = useQuery(careQuery(serial));
  if (!care.data?.care.length) {
    return null;
  }
  return (
    <section aria-labelledby="care" className="mb-6">
      <h2 id="care" className="mb-1 text-xl font-bold">
        Care
      </h2>
      <ul>
        {care.data.care.map((one) => (
          <CareRow key={one.kind} care={one} named={false} />
        ))}
      </ul>
    </section>
  );
}

import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Choice } from "../../ui/Field";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { Changes } from "./Changes";
import { cardsQuery, changesQuery } from "./queries";

/** Two published versions of a card held against each other. */
export function Versions({ model }: { model: string }) {
  const cards = useQuery(cardsQuery);
  const versions = (cards.data ?? []).filter((card) => card.model === model).map((card) => card.version);
  const [from, setFrom] = useState<number | null>(null);
  const [to, setTo] = useState<number | null>(null);
  const later = to ?? versions[0];
  const earlier = from ?? versions[1];
  if (later === undefined || earlier === undefined) {
    return null;
  }
  const pick = (label: string, value: number, onPick: (version: number) => void) => (
    <Choice label={label} value={value} onChange={(event) => onPick(Number(event.target.value))}>
      {versions.map((version) => (
        <option key={version} value={version}>
          version {version}
        </option>
      ))}
    </Choice>
  );
  return (
    <section aria-labelledby="versions">
      <h2 id="versions" className="mb-2 text-xl font-bold">
        Between versions
      </h2>
      <div className="mb-3 grid grid-cols-2 gap-3">
        {pick("From", earlier, setFrom)}
        {pick("To", later, setTo)}
      </div>
      <Between model={model} from={earlier} to={later} />
    </section>
  );
}

function Between({ model, from, to }: { model: string; from: number; to: number }) {
  const changes = useQuery(changesQuery(model, from, to));
  if (!changes.data) {
    return changes.isError ? <ErrorMessage error={changes.error} /> : <Loading what="what changed" />;
  }
  return changes.data.length === 0 ? <p className="text-soft">They say the same.</p> : <Changes changes={changes.data} />;
}

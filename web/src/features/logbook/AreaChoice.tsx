import clsx from "clsx";
import { areas, type Area } from "./filter";

const words: Record<Area | "ALL", string> = { WORK: "Work", SETUP: "Set-up", ACCOUNTS: "Accounts", ALL: "All entries" };

/** Which kinds of entry are shown: work, set-up of the site, accounts of people, or all of them. */
export function AreaChoice({ area, onChoose }: { area: Area | "ALL"; onChoose: (area: Area | "ALL") => void }) {
  return (
    <div role="group" aria-label="Entries about" className="mb-2 flex flex-wrap border-b border-line">
      {([...areas, "ALL"] as const).map((one) => (
        <button
          key={one}
          type="button"
          aria-pressed={one === area}
          onClick={() => onChoose(one)}
          className={clsx(
            "min-h-11 border-b-4 px-4",
            one === area ? "border-act font-bold" : "border-transparent text-soft hover:text-ink",
          )}
        >
          {words[one]}
        </button>
      ))}
    </div>
  );
}

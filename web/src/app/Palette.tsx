import { useState } from "react";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { Command } from "cmdk";
import { findQuery } from "../features/fleet/queries";
import { switchTheme } from "./theme";
import { word } from "../ui/shown";

const item =
  "data-[selected=true]:bg-act data-[selected=true]:text-on-act flex min-h-11 cursor-pointer items-center justify-between gap-4 px-3";

const group =
  "[&_[cmdk-group-heading]]:px-3 [&_[cmdk-group-heading]]:pt-2 [&_[cmdk-group-heading]]:text-sm [&_[cmdk-group-heading]]:text-soft";

/** A serial is looked for as it is typed; letters in between would only bring up its neighbours. */
function holdsEveryWord(value: string, search: string): number {
  const text = value.toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word))
    ? 1
    : 0;
}

export function Palette({ onClose }: { onClose: () => void }) {
  const navigate = useNavigate();
  const [typed, setTyped] = useState("");
  const { data } = useQuery(findQuery(typed.trim()));
  const detectors = data?.rows ?? [];
  const go = (action: () => unknown) => () => {
    onClose();
    action();
  };
  return (
    <Command.Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      label="Find"
      filter={holdsEveryWord}
      overlayClassName="fixed inset-0 z-30 bg-black/40"
      contentClassName="bg-sheet border-ink fixed top-20 left-1/2 z-40 w-[min(36rem,92vw)] -translate-x-1/2 border-2 shadow-xl"
    >
      <Command.Input
        value={typed}
        onValueChange={setTyped}
        placeholder="A serial, a crew, a place …"
        className="w-full border-b border-line px-4 py-3 text-lg outline-none"
      />
      <Command.List className="max-h-96 overflow-y-auto p-2">
        <Command.Empty className="p-3 text-soft">Nothing by that name.</Command.Empty>
        <Command.Group heading="Go to" className={group}>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/" }))}>
            Today
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/bench" }))}>
            Bench
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/round" }))}>
            Bump round
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/gas" }))}>
            Gas: cylinders
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/logbook" }))}>
            Logbook
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/people" }))}>
            People
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/gateways" }))}>
            Gateways
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/board" }))}>
            Board: what may be taken
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/boards" }))}>
            Crew boards
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/site" }))}>
            Site
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/exchange" }))}>
            Import and export
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/me" }))}>
            Your password, where you are signed in
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/detectors/new" }))}>
            Register a detector
          </Command.Item>
          <Command.Item className={item} onSelect={go(() => navigate({ to: "/gas/new" }))}>
            Register a cylinder
          </Command.Item>
          <Command.Item className={item} onSelect={go(switchTheme)}>
            Light or dark
          </Command.Item>
        </Command.Group>
        <Command.Group heading="Detectors" className={group}>
          {detectors.map((d) => (
            <Command.Item
              key={d.serial}
              value={`${d.serial} ${d.assetTag} ${d.model} ${d.crew} ${d.location}`}
              className={item}
              onSelect={go(() => navigate({ to: "/detectors/$serial", params: { serial: d.serial } }))}
            >
              <span className="font-semibold">{d.serial}</span>
              <span>
                {d.model}, {d.crew}
              </span>
              <span>{word(d.state)}</span>
            </Command.Item>
          ))}
        </Command.Group>
      </Command.List>
    </Command.Dialog>
  );
}

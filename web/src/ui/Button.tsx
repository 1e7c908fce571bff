import clsx from "clsx";
import type { ButtonHTMLAttributes } from "react";

type Kind = "act" | "outline" | "plain" | "quiet" | "grave";

const looks: Record<Kind, string> = {
  act: "bg-act text-on-act hover:opacity-90",
  outline: "border-act border-2 bg-sheet text-act hover:bg-band",
  plain: "border-ink border bg-sheet text-ink hover:bg-paper",
  quiet: "text-act underline underline-offset-4 hover:no-underline",
  grave: "border-fail border-2 bg-sheet text-fail hover:bg-fail-wash",
};

export function buttonLook(kind: Kind = "plain", extra?: string): string {
  return clsx(
    "inline-flex min-h-11 items-center justify-center gap-2 rounded-sm px-4 font-semibold disabled:opacity-50",
    looks[kind],
    extra,
  );
}

export function Button({ kind = "plain", className, type = "button", ...rest }: ButtonHTMLAttributes<HTMLButtonElement> & { kind?: Kind }) {
  return <button type={type} className={buttonLook(kind, className)} {...rest} />;
}

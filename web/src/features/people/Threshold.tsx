import type { ReactNode } from "react";

/** The page before the shell: what the program is, and one form. */
export function Threshold({ title, children }: { title: string; children: ReactNode }) {
  return (
    <main className="mx-auto grid min-h-dvh w-full max-w-5xl content-center gap-10 p-6 md:grid-cols-2">
      <header className="self-center">
        <img src="/mark.svg" alt="" className="mb-5 size-14" />
        <p className="text-4xl leading-tight font-bold">Onward Sentry</p>
        <p className="mt-3 max-w-sm text-lg">Zero, bump and calibrate portable gas detectors; know which may be used today, and why.</p>
        <p className="mt-6 max-w-sm text-sm text-soft">
          This program does not certify an atmosphere or an instrument. The maker’s manual, local law and a competent person decide.
        </p>
      </header>
      <section className="border-2 border-ink bg-sheet p-6">
        <h1 className="mb-4 text-2xl font-bold">{title}</h1>
        {children}
      </section>
    </main>
  );
}

import { Link } from "@tanstack/react-router";

/** What days to order by rest on. */
export function OrderTime({ days, what }: { days: number; what: string }) {
  return (
    <p className="text-soft">
      {what} comes {days} days after its order,{" "}
      <Link to="/rules" className="inline-flex min-h-6 items-center text-act underline underline-offset-4">
        as the site rules say
      </Link>
      .
    </p>
  );
}

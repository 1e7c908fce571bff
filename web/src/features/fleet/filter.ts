const states = ["LOST", "IN_REPAIR", "ON_HOLD", "OUT", "OVERDUE", "DUE", "BUMP_FIRST", "DUE_SOON", "READY", "RETIRED"] as const;
const orders = ["SERIAL", "DUE", "PRESSING"] as const;

/** What is looked for in the fleet; the address of the list holds it. */
export interface FleetFilter {
  find?: string;
  state?: (typeof states)[number];
  model?: string;
  crew?: string;
  order?: (typeof orders)[number];
  /** Columns that are left out. */
  without?: string;
}

/** The most pressing first, as the list of states shows them. */
export const stateOrder: readonly string[] = states;

/** A filter as an address holds it; what it cannot hold is left out. */
export function fleetFilter(search: Record<string, unknown>): FleetFilter {
  const text = (key: string) => (typeof search[key] === "string" && search[key] ? { [key]: search[key] } : {});
  const state = states.find((one) => one === search.state);
  const order = orders.find((one) => one === search.order);
  return { ...text("find"), ...text("model"), ...text("crew"), ...text("without"), ...(state && { state }), ...(order && { order }) };
}

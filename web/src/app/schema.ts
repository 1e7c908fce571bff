import { z } from "zod";

// The page's content security policy forbids code made from text; without this zod tries it once and is blocked.
z.config({ jitless: true });

export { z };

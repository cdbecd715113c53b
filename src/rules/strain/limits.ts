import { z } from "zod";

/** An option that is a limit. */
export const limit = (standard: number, description: string) => z.int().min(0).default(standard).describe(description);

import type { Linter } from "eslint";

export const features: string[];
export const boundaries: Linter.Config[];

/* Dates as people type them and as CSL-JSON has them. Pure. */

export type DateItem = Record<string, unknown>;

const SEASONS = ["spring", "summer", "autumn", "winter"];
const ONE = String.raw`\d{4}(?:-\d{1,2}(?:-\d{1,2})?)?`;
const TYPED = new RegExp(String.raw`^(c\. )?(${ONE})([a-z])?(?:/(${ONE}))?(?: (spring|summer|autumn|fall|winter))?$`, "i");

/** `2021`, `2021-04-22`, `2021-04/2021-06`, `2021 spring`, `c. 1850`, `2021a`; words as they are (`n.d.`). */
export function typedDate(date: DateItem): string {
  const parts = date["date-parts"] as unknown[][] | undefined;
  const first = parts?.[0];
  if (!first?.length) return typeof date.literal === "string" ? date.literal : "";
  const season = seasonOf(date.season);
  return [
    date.circa ? "c. " : "",
    inFigures(first),
    typeof date["year-suffix"] === "string" ? date["year-suffix"] : "",
    parts?.[1]?.length ? `/${inFigures(parts[1])}` : "",
    season && ` ${season}`,
  ].join("");
}

export function dateOf(typed: string): DateItem {
  const match = TYPED.exec(typed.trim());
  if (!match) return { literal: typed.trim() };
  const [, circa, first, letter, last, season] = match;
  return {
    "date-parts": [numbers(first!), ...(last ? [numbers(last)] : [])],
    ...(season && { season: season.toLowerCase() }),
    ...(circa && { circa: true }),
    ...(letter && { "year-suffix": letter }),
  };
}

function inFigures(parts: unknown[]): string {
  return parts.map((n, i) => String(n).padStart(i === 0 ? 4 : 2, "0")).join("-");
}

function numbers(figures: string): number[] {
  return figures.split("-").map(Number);
}

/** CSL-JSON counts seasons from spring, or names them. */
function seasonOf(season: unknown): string {
  if (typeof season === "number" || (typeof season === "string" && /^\d+$/.test(season))) return SEASONS[Number(season) - 1] ?? "";
  return typeof season === "string" ? season : "";
}

/* Names as people type them, a line each, and as CSL-JSON has them. Pure. */

export interface Name {
  family?: string;
  given?: string;
  suffix?: string;
  literal?: string;
  [more: string]: unknown;
}

/** `Okonjo, Adaeze`, `Bray, Tomas, Jr.`, `Plato,`; an organisation as it is, in quotation marks where it has
 *  a comma: `“Reach, Town of”`. */
export function typedName(name: Name): string {
  if (name.literal !== undefined) {
    const plain = !name.literal.includes(",") && !/^["“].*["”]$/.test(name.literal);
    return plain ? name.literal : `“${name.literal}”`;
  }
  const particle = typeof name["non-dropping-particle"] === "string" ? `${name["non-dropping-particle"]} ` : "";
  const parts = [`${particle}${name.family ?? ""}`, name.given ?? ""];
  if (name.suffix) parts.push(name.suffix);
  return parts.join(", ").trimEnd();
}

/** A line as a name: with a comma a person, without or in quotation marks an organisation. */
export function nameOf(line: string): Name {
  const text = line.trim();
  const quoted = /^["“](.*)["”]$/.exec(text);
  if (quoted) return { literal: quoted[1]! };
  if (!text.includes(",")) return { literal: text };
  const [family = "", given = "", ...rest] = text.split(",").map((part) => part.trim());
  const suffix = rest.filter(Boolean).join(", ");
  return { family, ...(given && { given }), ...(suffix && { suffix }) };
}

/** Lines as names. A line that stands as one of the old names would is that very name, with all that no line
 *  shows of it. */
export function namesOf(typed: string, old: readonly Name[]): Name[] {
  const left = [...old];
  return typed
    .split("\n")
    .filter((line) => line.trim() !== "")
    .map((line) => {
      const at = left.findIndex((name) => typedName(name) === line.trim());
      return at >= 0 ? left.splice(at, 1)[0]! : nameOf(line);
    });
}

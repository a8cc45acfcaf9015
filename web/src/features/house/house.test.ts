import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { fits, mayBe, sentenceOf, type Option } from "./sentence";
import { chosen, countOf, sameTables, tablesOf, valueOf, withSetting } from "./tables";

const option = (choices: Record<string, string>, more: Partial<Option> = {}): Option => ({
  key: "x", kind: "choice", default: "a", before: "", after: "", least: null, most: null, of_guide: "", rules: [], kinds: [],
  choices: Object.entries(choices).map(([value, sentence]) => ({ value, sentence })),
  ...more,
});
const spacing = option({
  guide: "The text is spaced as the guide has it.", double: "The text is double spaced.", single: "The text is single spaced.",
});
const size = option(
  { guide: "Type has a size that the guide allows." },
  { kind: "number", before: "Type is ", after: " points.", least: 6, most: 24 },
);

describe("a sentence", () => {
  it("has what differs as its choice", () => {
    expect(sentenceOf(spacing, "double")).toEqual({ before: "The text is ", choice: "double spaced", after: "." });
    expect(sentenceOf(spacing, "guide")).toEqual({ before: "The text is ", choice: "spaced as the guide has it", after: "." });
  });

  it("goes round a value of one's own", () => {
    expect(sentenceOf(size, "11")).toEqual({ before: "Type is ", choice: "11", after: " points." });
    expect(sentenceOf(size, "guide").choice).toBe("has a size that the guide allows");
  });

  it("calls kinds of source by their names", () => {
    const kinds = [{ id: "thesis", one: "thesis", several: "theses" }, { id: "book", one: "book", several: "books" }];
    const asked = option({ none: "No kinds." }, { kind: "kinds", before: "At least: ", after: ".", kinds });
    expect(sentenceOf(asked, "2 thesis, 1 book").choice).toBe("2 theses, 1 book");
  });

  it("is whole, however it is cut, and its choice is never empty", () => {
    const word = fc.constantFrom("the", "list", "is", "may", "not", "be", "spaced");
    const words = fc.array(word, { minLength: 1, maxLength: 6 }).map((w) => `${w.join(" ")}.`);
    fc.assert(
      fc.property(fc.uniqueArray(words, { minLength: 1, maxLength: 4 }), (sentences) => {
        const all = option(Object.fromEntries(sentences.map((sentence, n) => [`v${n}`, sentence])));
        for (const { value, sentence } of all.choices) {
          const cut = sentenceOf(all, value);
          expect(cut.before + cut.choice + cut.after).toBe(sentence);
          expect(cut.choice).not.toBe("");
        }
      }),
    );
  });
});

describe("a value of one's own", () => {
  it.each([["11", true], ["11.5", true], ["5", false], ["90", false], ["", false], ["many", false]])("%s: %s", (value, may) => {
    expect(mayBe(size, value)).toBe(may);
  });

  it("is none where there are choices alone", () => {
    expect(mayBe(spacing, "wide")).toBe(false);
    expect(mayBe({ ...spacing, kind: "text" }, "wide")).toBe(true);
  });
});

describe("tables", () => {
  const course = tablesOf({ house: { ibid: "forbid" }, strange: { a: 1 } });

  it("keep what is house rules and nothing else", () => {
    expect(course).toEqual({ house: { ibid: "forbid" } });
    expect(tablesOf(undefined)).toEqual({});
  });

  it("hold one's own before the course's, and that before the default", () => {
    expect(valueOf({}, {}, "house", "ibid", "discourage")).toBe("discourage");
    expect(valueOf({}, course, "house", "ibid", "discourage")).toBe("forbid");
    expect(valueOf({ house: { ibid: "allow" } }, course, "house", "ibid", "discourage")).toBe("allow");
  });

  it("say nothing that the course says already, and say what it says otherwise", () => {
    expect(chosen({ house: { ibid: "allow" } }, course, "house", "ibid", "forbid", "discourage")).toEqual({});
    expect(chosen({}, course, "house", "ibid", "discourage", "discourage")).toEqual({ house: { ibid: "discourage" } });
  });

  it("are changed setting by setting, and are empty when all is taken out", () => {
    const keys = fc.constantFrom("a", "b", "c");
    fc.assert(
      fc.property(fc.array(fc.tuple(keys, fc.option(fc.string(), { nil: undefined }))), (steps) => {
        let tables = {};
        const wanted = new Map<string, string>();
        for (const [key, value] of steps) {
          tables = withSetting(tables, "house", key, value);
          if (value === undefined) wanted.delete(key);
          else wanted.set(key, value);
        }
        expect(countOf(tables)).toBe(wanted.size);
        expect(sameTables(tables, { house: Object.fromEntries(wanted) })).toBe(true);
      }),
    );
  });

  it("are the same whether a number is one or says one", () => {
    expect(sameTables({ house: { size: 11 } }, { house: { size: "11" } })).toBe(true);
    expect(sameTables({ points: { a: 1 } }, {})).toBe(false);
  });
});

describe("searching", () => {
  it("wants every word, anywhere", () => {
    expect(fits("list ital", "title in italics", "list-title")).toBe(true);
    expect(fits("list bold", "title in italics", "list-title")).toBe(false);
    expect(fits("", "anything")).toBe(true);
  });
});

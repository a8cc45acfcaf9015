import fc from "fast-check";
import { describe, expect, it } from "vitest";

import { asElement, inItalics, told } from "./marking";

const PLAIN = "Quillon Instruments. Annual Return. Tidewater Business, 2021.";
const at = (words: string, text = PLAIN): [number, number] => [text.indexOf(words), text.indexOf(words) + words.length];

describe("marking an example", () => {
  it("puts the words chosen into braces, without the spaces at their ends", () => {
    expect(asElement(PLAIN, ...at("Annual Return"), "title").text).toContain(". {title Annual Return}. ");
    expect(asElement(PLAIN, ...at(" Annual Return"), "title").text).toContain(". {title Annual Return}. ");
  });

  it("changes the name of an element that is chosen again, and keeps what was told of it", () => {
    const text = "{database= Tidewater Business}, {date 2021}.";
    expect(asElement(text, 14, 14, "publisher").text).toBe("{publisher= Tidewater Business}, {date 2021}.");
  });

  it("leaves room where nothing is chosen", () => {
    expect(asElement("Annual Return. ", 15, 15, "date")).toEqual({ text: "Annual Return. {date }", at: 21 });
  });

  it("tells and untells what always stands, and what may be missing", () => {
    const text = "{database Tidewater Business}.";
    const fixed = told(text, 12, "=")?.text;
    expect(fixed).toBe("{database= Tidewater Business}.");
    expect(told(fixed ?? "", 12, "?")?.text).toBe("{database? Tidewater Business}.");
    expect(told(fixed ?? "", 12, "=")?.text).toBe(text);
    expect(told(PLAIN, 3, "=")).toBeNull();
  });

  it("sets an element in italics and back", () => {
    const text = "A. {title Annual Return}. B";
    const set = inItalics(text, 8, 8)?.text;
    expect(set).toBe("A. *{title Annual Return}*. B");
    expect(inItalics(set ?? "", 9, 9)?.text).toBe(text);
    expect(inItalics(PLAIN, 3, 3)).toBeNull();
  });

  it("never loses a letter of the example", () => {
    const words = fc.array(fc.constantFrom("Weir", "Tide", "Fog", "Salt"), { minLength: 2, maxLength: 8 }).map((w) => w.join(" "));
    fc.assert(
      fc.property(words, fc.nat(40), fc.nat(40), (text, one, other) => {
        const [start, end] = [Math.min(one, other, text.length), Math.min(Math.max(one, other), text.length)];
        const marked = asElement(text, start, end, "title").text;
        expect(marked.replace(/\{title ?|\}/g, "")).toBe(text);
      }),
    );
  });
});

import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState } from "react";

import { fits } from "./sentence";
import type { TableName, Tables } from "./tables";
import type { HouseTable } from "./useHouse";

interface Props {
  rules: HouseTable["rules"];
  house: Tables;
  course: Tables;
  words: string;
  counted: boolean;
  onSet: (table: TableName, rule: string, value: string | number | undefined) => void;
}

const SEVERITIES = ["off", "advice", "caution", "error"];

/** Each rule: how much it weighs, what it costs, and a remark of one's own. */
export function RulesOneByOne({ rules, house, course, words, counted, onSet }: Props) {
  const [all, setAll] = useState(false);
  const isSet = (rule: string) =>
    [house, course].some((tables) => tables.severity?.[rule] ?? tables.points?.[rule] ?? tables.remarks?.[rule]);
  const found = rules.filter((rule) =>
    words ? fits(words, rule.label, rule.id, rule.looks_for) : all || Boolean(isSet(rule.id)),
  );
  return (
    <section className="house-group" aria-labelledby="house-rules-title">
      <h2 id="house-rules-title">Rule by rule</h2>
      {found.length === 0 && (
        <p className="house-quiet">
          {words ? "No rule has these words." : "Every rule weighs what the guide has it weigh."}
        </p>
      )}
      <ul className="house-rules">
        {found.map((rule) => (
          <li key={rule.id} className={isSet(rule.id) ? "house-set" : undefined}>
            <span>
              <b>{rule.label}</b>
              <small>{rule.looks_for}</small>
            </span>
            <TextField
              select
              size="small"
              value={house.severity?.[rule.id] ?? course.severity?.[rule.id] ?? rule.severity}
              onChange={(event) => {
                const usual = course.severity?.[rule.id] ?? rule.severity;
                onSet("severity", rule.id, event.target.value === usual ? undefined : event.target.value);
              }}
              slotProps={{ select: { SelectDisplayProps: { "aria-label": `How much “${rule.label}” weighs` } } }}
            >
              {SEVERITIES.map((severity) => (
                <MenuItem key={severity} value={severity} dense>
                  {severity}
                </MenuItem>
              ))}
            </TextField>
            {counted && (
              <TextField
                size="small"
                type="number"
                placeholder="points"
                value={house.points?.[rule.id] ?? course.points?.[rule.id] ?? ""}
                onChange={(event) => onSet("points", rule.id, event.target.value === "" ? undefined : Number(event.target.value))}
                slotProps={{ htmlInput: { min: 0, max: 100, step: 0.5, "aria-label": `Points of “${rule.label}”` } }}
              />
            )}
            <TextField
              size="small"
              placeholder="remark of your own"
              value={house.remarks?.[rule.id] ?? course.remarks?.[rule.id] ?? ""}
              onChange={(event) => onSet("remarks", rule.id, event.target.value === "" ? undefined : event.target.value)}
              slotProps={{ htmlInput: { maxLength: 1000, "aria-label": `Your remark on “${rule.label}”` } }}
            />
          </li>
        ))}
      </ul>
      {!words && (
        <button type="button" className="house-more" onClick={() => setAll(!all)} aria-expanded={all}>
          {all ? "Only those that are set" : `All ${rules.length} rules`}
        </button>
      )}
    </section>
  );
}

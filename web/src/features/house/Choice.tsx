import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useState, type FormEvent } from "react";

import { InlineButton } from "../../shared/InlineButton";
import { isOwn, mayBe, sentenceOf, type Option } from "./sentence";

interface Props {
  option: Option;
  value: string;
  differs: boolean;
  onChoose: (value: string) => void;
}

const HINT: Record<string, string> = {
  text: "Your own words",
  kinds: "Numbers of kinds, like 2 journal-article, 1 book",
};

/** A house rule as a sentence with the choice inside it. */
export function Choice({ option, value, differs, onChoose }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [own, setOwn] = useState("");
  const { before, choice, after } = sentenceOf(option, value);
  const open = (element: HTMLElement) => {
    setOwn(isOwn(option, value) ? value : "");
    setAnchor(element);
  };
  const take = (chosen: string) => {
    setAnchor(null);
    onChoose(chosen);
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (mayBe(option, own)) take(own.trim());
  };
  const guide = value === "guide" && option.of_guide ? ` (${option.of_guide})` : "";
  return (
    <span className="house-sentence" id={`option-${option.key}`}>
      {before}
      <Opener label={`${before}${choice}${guide}${after}`} differs={differs} open={anchor !== null} onOpen={open}>
        {choice}
        {guide}
      </Opener>
      {after}{" "}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)} autoFocus={option.kind === "choice"}>
        {option.choices.map((c) => (
          <MenuItem key={c.value} dense selected={c.value === value} onClick={() => take(c.value)}>
            {c.sentence}
          </MenuItem>
        ))}
        {option.kind !== "choice" && (
          <li role="none">
            <form className="house-own" onSubmit={submit}>
              <span>{option.before}</span>
              <TextField
                size="small"
                autoFocus
                label={option.kind === "number" ? `A number from ${option.least} to ${option.most}` : HINT[option.kind]}
                value={own}
                onChange={(event) => setOwn(event.target.value)}
                onKeyDown={(event) => {
                  // Letters are typed here, and do not look for a choice.
                  if (event.key !== "Escape" && event.key !== "Tab") event.stopPropagation();
                }}
                error={own !== "" && !mayBe(option, own)}
                slotProps={{ htmlInput: { inputMode: option.kind === "number" ? "decimal" : "text" } }}
              />
              <span>{option.after}</span>
              <Button type="submit" size="small" disabled={!mayBe(option, own)}>
                Take it
              </Button>
            </form>
          </li>
        )}
      </Menu>
    </span>
  );
}

interface OpenerProps {
  label: string;
  differs: boolean;
  open: boolean;
  onOpen: (element: HTMLElement) => void;
  children: React.ReactNode;
}

function Opener({ label, differs, open, onOpen, children }: OpenerProps) {
  const [element, setElement] = useState<HTMLElement | null>(null);
  return (
    <span ref={setElement}>
      <InlineButton
        className={differs ? "house-choice house-differs" : "house-choice"}
        aria-haspopup="menu"
        aria-expanded={open}
        aria-label={differs ? `${label} Other than the guide.` : label}
        press={() => element && onOpen(element)}
      >
        {children}
      </InlineButton>
    </span>
  );
}

import ListSubheader from "@mui/material/ListSubheader";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";

import { PARAGRAPH_ROLES } from "../../../api/vocabulary";
import { useDeskContext } from "../DeskContext";

export type ParagraphRole = (typeof PARAGRAPH_ROLES)[number];

const SAID: Record<ParagraphRole, string> = {
  "list-heading": "The list begins here, with this heading",
  "list-first": "The list begins here, with this entry",
  "list-last": "The list ends here",
  "note-first": "The typed notes begin here, with this one",
  heading: "This is a heading",
  "block-quote": "This is a block quotation",
  body: "This is text",
  title: "This is the paper’s title",
  writer: "This is the writer",
  other: "This is none of these",
};

/** What a paragraph is, where Grelt took it for something else. */
export function ParagraphMenu() {
  const { model, data, byHand: roles, ui, dispatch } = useDeskContext();
  const paragraph = ui.meant === null ? undefined : model.report.paragraphs[ui.meant];
  const byHand = paragraph?.key ? roles.get(paragraph.key) : undefined;
  const onClose = () => dispatch({ type: "mean", paragraph: null });
  const onSet = (role: ParagraphRole | "") => {
    if (paragraph?.key) data.setParagraph.mutate({ paragraph: paragraph.key, role });
    onClose();
  };
  return (
    <Menu
      open={paragraph !== undefined}
      anchorEl={() => document.querySelector(`.galley [data-paragraph="${ui.meant}"]`) ?? document.body}
      onClose={onClose}
    >
      <ListSubheader role="presentation" sx={{ lineHeight: 2, maxWidth: 360, overflow: "hidden", textOverflow: "ellipsis", whiteSpace: "nowrap" }}>
        {paragraph?.text.slice(0, 60)}
      </ListSubheader>
      {PARAGRAPH_ROLES.map((role) => (
        <MenuItem key={role} dense selected={role === byHand} onClick={() => onSet(role)}>
          {SAID[role]}
        </MenuItem>
      ))}
      {byHand && (
        <MenuItem dense onClick={() => onSet("")}>
          Leave it to Grelt
        </MenuItem>
      )}
    </Menu>
  );
}

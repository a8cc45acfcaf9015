"""The paper’s own form: margins, type, spacing, indents, heading block or title page, running head."""

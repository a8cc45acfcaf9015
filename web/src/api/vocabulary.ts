/* Made from the core by tools/web_vocabulary.py: change it there. */

export const ROUNDS = [
  {
    "id": "text",
    "title": "In text",
    "families": [
      "in-text"
    ]
  },
  {
    "id": "match",
    "title": "Match",
    "families": [
      "match"
    ]
  },
  {
    "id": "list",
    "title": "List",
    "families": [
      "list"
    ]
  },
  {
    "id": "entries",
    "title": "Entries",
    "families": [
      "entry",
      "integrity"
    ]
  },
  {
    "id": "notes",
    "title": "Notes",
    "families": [
      "notes"
    ]
  },
  {
    "id": "page",
    "title": "Page",
    "families": [
      "page",
      "requirement"
    ]
  }
] as const;

export const READABLE = [
  ".docx",
  ".odt",
  ".html",
  ".md",
  ".txt",
  ".pdf"
] as const;

export const LARGEST_PAPER = 31457280 as const;

export const CSL_NAMES = [
  "author",
  "editor",
  "translator",
  "director",
  "performer",
  "interviewer",
  "host",
  "illustrator",
  "reviewed-author",
  "container-author"
] as const;

export const CSL_DATES = {
  "date": "issued",
  "accessed": "accessed",
  "original-date": "original-date"
} as const;

export const CSL_TEXTS = {
  "title": "title",
  "container": "container-title",
  "series": "collection-title",
  "edition": "edition",
  "volume": "volume",
  "issue": "issue",
  "pages": "page",
  "volumes": "number-of-volumes",
  "number": "number",
  "publisher": "publisher",
  "place": "publisher-place",
  "event": "event-title",
  "database": "source",
  "medium": "genre",
  "section": "section",
  "reviewed": "reviewed-title",
  "doi": "DOI",
  "url": "URL"
} as const;

export const ELEMENT_LABELS = {
  "numbering": "volume and issue",
  "url": "address",
  "doi": "DOI",
  "accessed": "day of access",
  "reviewed": "work reviewed",
  "reviewed-author": "its author",
  "container-author": "author of the whole",
  "day": "day",
  "medium": "description",
  "original-date": "date of the original",
  "volumes": "number of volumes"
} as const;

export const PARAGRAPH_ROLES = [
  "list-heading",
  "list-first",
  "list-last",
  "note-first",
  "heading",
  "body",
  "block-quote",
  "title",
  "writer",
  "other"
] as const;

"""The student's own .docx with remarks as comments at their words. Nothing else of the file is touched: every
part but the text, the comments and the two lists that name them stays as it came, byte for byte."""

from __future__ import annotations

import io
import posixpath
import zipfile
from collections.abc import Iterable, Sequence
from copy import deepcopy

from lxml import etree

from ..errors import ReturnImpossible
from ..readers.archive import parse_xml
from ..readers.docx.body import TracedParagraph, traced_docx
from ..readers.docx.package import Element, Package, W
from .anchors import Anchored, anchored, first_word
from .gather import Return

_XML_SPACE = "{http://www.w3.org/XML/1998/namespace}space"
_TYPES = "{http://schemas.openxmlformats.org/package/2006/content-types}"
_RELATIONS = "{http://schemas.openxmlformats.org/package/2006/relationships}"
_KIND = "http://schemas.openxmlformats.org/officeDocument/2006/relationships/comments"
_CONTENT = "application/vnd.openxmlformats-officedocument.wordprocessingml.comments+xml"
_NAMESPACE = W[1:-1]


def commented_docx(data: bytes, returned: Return, *, author: str, date: str) -> bytes:
    """The file with a comment for each remark. `date` is that of the comments (ISO 8601); remarks without a
    place stand at the beginning. Raises `ReturnImpossible` for the strict dialect, `PaperUnreadable` kinds."""
    package = Package(data)
    if b"http://purl.oclc.org/ooxml/" in package.read(package.main):
        raise ReturnImpossible(
            "The .docx is saved in the strict dialect, in which comments cannot be put without "
            "rewriting it. Take the return as .html, or ask for the paper as a usual .docx."
        )
    root = package.xml(package.main)
    paragraphs = traced_docx(package, root)
    placed, loose = anchored(returned, [p.text for p in paragraphs])
    first = next((i for i, p in enumerate(paragraphs) if p.text.strip() and p.pieces), None)
    if first is not None:
        placed += [Anchored(first, 0, first_word(paragraphs[first].text), lines) for lines in loose]
    placed = [_out_of_boxes(a, paragraphs) for a in placed]
    placed.sort(key=lambda a: (a.paragraph, a.start, a.end))
    comments, path, is_new = _comments_part(package)
    number = 1 + max(
        (int(c.get(f"{W}id", "0")) for c in comments if c.get(f"{W}id", "").isdigit()), default=-1
    )
    by_paragraph: dict[int, list[tuple[int, Anchored]]] = {}
    for identity, anchor in enumerate(placed, start=number):
        comments.append(_comment(identity, anchor.lines, author, date))
        by_paragraph.setdefault(anchor.paragraph, []).append((identity, anchor))
    for index, anchors in by_paragraph.items():
        _put(paragraphs[index], anchors)
    changed = {package.main: written(root), path: written(comments)}
    if is_new:
        changed |= _named(package, path)
    return repacked(data, changed)


def _out_of_boxes(anchor: Anchored, paragraphs: Sequence[TracedParagraph]) -> Anchored:
    """A remark on a text box stands at the paragraph that the box hangs on, or at the last one before: in a box
    there can be no comment."""
    element = paragraphs[anchor.paragraph].element
    box = next(element.iterancestors(f"{W}txbxContent"), None)
    if box is None:
        return anchor
    host = next(box.iterancestors(f"{W}p"), None)
    numbers = {id(p.element): n for n, p in enumerate(paragraphs)}
    start = numbers.get(id(host), anchor.paragraph)
    for index in range(start, -1, -1):
        one = paragraphs[index]
        if one.pieces and one.text.strip() and _in_no_box(one.element):
            return Anchored(index, 0, first_word(one.text), anchor.lines)
    return anchor


def _in_no_box(element: Element) -> bool:
    return next(element.iterancestors(f"{W}txbxContent"), None) is None


def _put(paragraph: TracedParagraph, anchors: Iterable[tuple[int, Anchored]]) -> None:
    """The marks of a paragraph's comments, from its end to its beginning, so that what is still to come stays
    where it is. At one place ends stand before beginnings."""
    events: list[tuple[int, int, int]] = []
    for identity, anchor in anchors:
        events += [(anchor.start, 1, identity), (anchor.end, 0, identity)]
    for offset, begins, identity in sorted(events, reverse=True):
        if begins:
            point = _before(paragraph, offset)
            if point is not None:
                point.addprevious(_mark("commentRangeStart", identity))
        else:
            point = _behind(paragraph, offset)
            if point is not None:
                end = _mark("commentRangeEnd", identity)
                point.addnext(end)
                _top(end, paragraph.element).addnext(_reference(identity))


def _before(paragraph: TracedParagraph, offset: int) -> Element | None:
    """The run that begins with the character at an offset, parted from what stands before it."""
    for start, end, item in paragraph.pieces:
        if start <= offset < end:
            return _parted(item, offset - start)
    return None


def _behind(paragraph: TracedParagraph, offset: int) -> Element | None:
    """The run that ends with the character before an offset."""
    for start, end, item in paragraph.pieces:
        if start < offset <= end:
            run = item.getparent()
            if offset < end:
                _parted(item, offset - start)
            elif (behind := item.getnext()) is not None:
                _parted(behind, 0)
            return run
    return None


def _parted(item: Element, offset: int) -> Element:
    """A run parted before `offset` characters of one of its items; the part that begins there."""
    run = item.getparent()
    assert run is not None
    if offset == 0 and all(other.tag == f"{W}rPr" for other in item.itersiblings(preceding=True)):
        return run
    rest = deepcopy(run)
    for old in list(rest):
        rest.remove(old)
    rest.tail = None
    properties = run.find(f"{W}rPr")
    if properties is not None:
        rest.append(deepcopy(properties))
    behind = list(item.itersiblings())
    if offset == 0:
        behind = [item, *behind]
    else:
        cut = etree.SubElement(rest, item.tag)
        cut.text, item.text = (item.text or "")[offset:], (item.text or "")[:offset]
        for half in (cut, item):
            half.set(_XML_SPACE, "preserve")
    rest.extend(behind)
    run.addnext(rest)
    return rest


def _top(item: Element, paragraph: Element) -> Element:
    """The child of the paragraph that holds an element: a link, a tracked insertion, or itself."""
    around = item.getparent()
    while around is not None and around is not paragraph:
        item, around = around, around.getparent()
    return item


def _mark(name: str, identity: int) -> Element:
    return etree.Element(f"{W}{name}", {f"{W}id": str(identity)})


def _reference(identity: int) -> Element:
    run = etree.Element(f"{W}r")
    run.append(_mark("commentReference", identity))
    return run


def _comment(identity: int, lines: Iterable[str], author: str, date: str) -> Element:
    initials = "".join(word[0] for word in author.split()[:3]).upper()
    said = {
        f"{W}id": str(identity),
        f"{W}author": author,
        f"{W}date": date,
        f"{W}initials": initials,
    }
    comment = etree.Element(f"{W}comment", said)
    for number, line in enumerate(lines):
        paragraph = etree.SubElement(comment, f"{W}p")
        if number == 0:
            etree.SubElement(etree.SubElement(paragraph, f"{W}r"), f"{W}annotationRef")
        text = etree.SubElement(etree.SubElement(paragraph, f"{W}r"), f"{W}t")
        text.text = legible(line)
        text.set(_XML_SPACE, "preserve")
    return comment


def legible(line: str) -> str:
    """A line without what XML cannot hold."""
    return "".join(c if c >= " " and c not in "\ufffe\uffff" else " " for c in line)


def _comments_part(package: Package) -> tuple[Element, str, bool]:
    """The part with the comments, its name, and whether it is new."""
    known = package.related("comments")
    if known:
        return package.xml(known[0]), known[0], False
    folder = posixpath.dirname(package.main)
    name = next(
        path
        for n in range(1, 100)
        if (path := posixpath.join(folder, f"comments{n if n > 1 else ''}.xml"))
        not in package.names
    )
    return etree.Element(f"{W}comments", nsmap={"w": _NAMESPACE}), name, True


def _named(package: Package, path: str) -> dict[str, bytes]:
    """The list of relations and that of kinds, with the new part in them."""
    folder, name = posixpath.split(package.main)
    relations = posixpath.join(folder, "_rels", f"{name}.rels")
    root = (
        parse_xml(package.read(relations))
        if relations in package.names
        else parse_xml(f'<Relationships xmlns="{_RELATIONS[1:-1]}"/>'.encode())
    )
    taken = {item.get("Id") for item in root}
    identity = next(f"rId{n}" for n in range(1, 100_000) if f"rId{n}" not in taken)
    said = {"Id": identity, "Type": _KIND, "Target": posixpath.basename(path)}
    etree.SubElement(root, f"{_RELATIONS}Relationship", said)
    types = parse_xml(package.read("[Content_Types].xml"))
    etree.SubElement(types, f"{_TYPES}Override", {"PartName": f"/{path}", "ContentType": _CONTENT})
    return {relations: written(root), "[Content_Types].xml": written(types)}


def written(root: Element) -> bytes:
    data: bytes = etree.tostring(root, xml_declaration=True, encoding="UTF-8", standalone=True)
    return data


def repacked(data: bytes, changed: dict[str, bytes]) -> bytes:
    """The archive with some parts changed or added, the others as they are and in their order."""
    made = io.BytesIO()
    left = dict(changed)
    with (
        zipfile.ZipFile(io.BytesIO(data)) as old,
        zipfile.ZipFile(made, "w", zipfile.ZIP_DEFLATED) as new,
    ):
        for member in old.infolist():
            part = left.pop(member.filename, None)
            new.writestr(member, old.read(member) if part is None else part)
        for name, part in left.items():
            added = zipfile.ZipInfo(name, (1980, 1, 1, 0, 0, 0))
            added.compress_type = zipfile.ZIP_DEFLATED
            new.writestr(added, part)
    return made.getvalue()

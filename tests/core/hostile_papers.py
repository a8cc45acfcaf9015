"""Files made to harm, by what they do: numbers that are none, nesting, cycles, archives that lie, more of
everything than a paper has, and words on which patterns could search without end.

`size` is how much of it: tests take little, `benchmarks/hostile_files.py` much.
"""

from __future__ import annotations

import base64
import io
import zipfile
import zlib
from collections.abc import Iterator
from itertools import product

from .docx_files import docx, paragraph, zipped

Case = tuple[str, str, bytes]

_PLAIN = paragraph("The boats came late that year, and nobody knew why (Fitch 12).")
_NUMBERS = ("inf", "-inf", "nan", "1e999", "²", "9" * 5000, "-5", "", "0x10", "1_0", "٣")
_OFFICE = "urn:oasis:names:tc:opendocument:xmlns:"
_SPACES = " ".join(
    f'xmlns:{name}="{_OFFICE}{what}:1.0"'
    for name, what in (
        ("office", "office"), ("text", "text"), ("style", "style"), ("table", "table"),
        ("fo", "xsl-fo-compatible"), ("draw", "drawing"),
    )
)  # fmt: skip


def hostile_papers(size: int) -> Iterator[Case]:
    """Name, name of the file, and bytes of each."""
    for part in (
        _numbers,
        _docx,
        _docx_many,
        _xml,
        _archives,
        _odt,
        _html,
        _markdown,
        _texts,
        _words,
        _pdfs,
    ):
        yield from part(size)


def _numbers(size: int) -> Iterator[Case]:
    places = {
        "outline": '<w:pPr><w:outlineLvl w:val="{}"/></w:pPr>',
        "indent": '<w:pPr><w:ind w:left="{0}" w:right="{0}" w:firstLine="{0}"/></w:pPr>',
        "hanging": '<w:pPr><w:ind w:left="720" w:hanging="{}"/></w:pPr>',
        "spacing": '<w:pPr><w:spacing w:line="{0}" w:before="{0}" w:after="{0}" w:afterLines="{0}"/></w:pPr>',
        "exact": '<w:pPr><w:spacing w:line="{}" w:lineRule="exact"/></w:pPr>',
        "number": '<w:pPr><w:numPr><w:ilvl w:val="{0}"/><w:numId w:val="{0}"/></w:numPr></w:pPr>',
    }
    run = '<w:r><w:rPr><w:sz w:val="{0}"/><w:position w:val="{0}"/></w:rPr><w:t>Words here.</w:t></w:r>'
    section = (
        '<w:sectPr><w:pgSz w:w="{0}" w:h="{0}"/><w:pgMar w:top="{0}" w:left="{0}" w:right="{0}" w:bottom="{0}"'
        ' w:header="{0}"/><w:pgNumType w:start="{0}"/></w:sectPr>'
    )
    for number in _NUMBERS:
        said = number[:8] or "empty"
        for place, properties in places.items():
            body = f"<w:p>{properties.format(number)}<w:r><w:t>Words here.</w:t></w:r></w:p>"
            yield f"{place} {said}", "a.docx", docx(_PLAIN + body)
        yield f"size {said}", "a.docx", docx(f"<w:p>{run.format(number)}</w:p>{_PLAIN}")
        yield f"section {said}", "a.docx", docx(_PLAIN + section.format(number))
        yield (
            f"odt {said}",
            "a.odt",
            _written(
                f'<text:h text:outline-level="{number}">Head</text:h>'
                f'<text:p text:style-name="P">A<text:s text:c="{number}"/>b.</text:p>',
                f'<style:style style:name="P" style:family="paragraph"><style:paragraph-properties '
                f'fo:margin-left="{number}in" fo:text-indent="{number}in" fo:line-height="{number}%"/></style:style>'
                f'<style:page-layout style:name="L"><style:page-layout-properties fo:margin-left="{number}in" '
                f'fo:page-width="{number}in"/></style:page-layout>'
                '<style:master-page style:name="M" style:page-layout-name="L"/>',
            ),
        )
        style = f"line-height:{number};font-size:{number}pt;margin-left:{number}in;color:rgb({number},0,0)"
        yield f"page {said}", "a.html", f"<p style='{style}'>Words here.</p>".encode()


def _docx(size: int) -> Iterator[Case]:
    field = '<w:r><w:fldChar w:fldCharType="begin"/><w:instrText>HYPERLINK "a"</w:instrText></w:r>'
    opened = f'{field}<w:r><w:fldChar w:fldCharType="separate"/></w:r><w:r><w:t>x</w:t></w:r>'
    yield "fields never closed", "a.docx", docx(_PLAIN + f"<w:p>{field * size}</w:p>" + _PLAIN)
    yield "results never closed", "a.docx", docx(_PLAIN + f"<w:p>{opened * size}</w:p>" + _PLAIN)
    chain = "".join(
        f'<w:style w:type="paragraph" w:styleId="S{n}"><w:name w:val="s{n}"/><w:basedOn w:val="S{n + 1}"/>'
        "<w:rPr><w:i/></w:rPr></w:style>"
        for n in range(size)
    )
    runs = "<w:r><w:t>x </w:t></w:r>" * size
    styled = f'<w:p><w:pPr><w:pStyle w:val="S0"/></w:pPr>{runs}</w:p>'
    yield "styles on styles", "a.docx", docx(styled + _PLAIN, styles=chain)
    cycle = "".join(
        f'<w:style w:type="paragraph" w:styleId="S{n}"><w:basedOn w:val="S{(n + 1) % 3}"/></w:style>'
        for n in range(3)
    )
    yield "styles in a ring", "a.docx", docx(styled + _PLAIN, styles=cycle)
    box = "<w:txbxContent><w:p><w:r><w:t>In a box.</w:t></w:r></w:p></w:txbxContent>"
    drawn = f"<w:p><w:r><w:drawing>{box * size}</w:drawing></w:r></w:p>"
    yield "boxes", "a.docx", docx(_PLAIN + drawn)
    deep = (
        "<w:txbxContent><w:p><w:r><w:drawing>" * 40
        + "</w:drawing></w:r></w:p></w:txbxContent>" * 40
    )
    yield (
        "box in box",
        "a.docx",
        docx(_PLAIN + f"<w:p><w:r><w:drawing>{deep}</w:drawing></w:r></w:p>"),
    )
    for name in ("ins", "smartTag", "sdt", "hyperlink", "tbl", "txbxContent"):
        nested = f"<w:{name}>" * size + "<w:r><w:t>x</w:t></w:r>" + f"</w:{name}>" * size
        yield f"{name} in {name}", "a.docx", docx(_PLAIN + f"<w:p>{nested}</w:p>")
    levels = "".join(f'<w:lvl w:ilvl="{n}"><w:pPr/></w:lvl>' for n in range(size // 10))
    numbering = f'<w:abstractNum w:abstractNumId="1">{levels}</w:abstractNum>' + "".join(
        f'<w:num w:numId="{n}"><w:abstractNumId w:val="1"/></w:num>' for n in range(size // 10)
    )
    yield "numbering", "a.docx", docx(_PLAIN, numbering=numbering)


def _docx_many(size: int) -> Iterator[Case]:
    for tag in ("tab", "cr", "br", "noBreakHyphen", "softHyphen", "t"):
        yield (
            f"{tag} again and again",
            "a.docx",
            docx(_PLAIN + f"<w:p><w:r>{f'<w:{tag}/>' * size}</w:r></w:p>"),
        )
    yield (
        "runs",
        "a.docx",
        docx(
            "<w:p>"
            + "<w:r><w:rPr><w:i/></w:rPr><w:t>x</w:t></w:r><w:r><w:t> y</w:t></w:r>" * size
            + "</w:p>"
        ),
    )
    yield "empty paragraphs", "a.docx", docx(_PLAIN + "<w:p/>" * size)
    yield "cited paragraphs", "a.docx", docx(_PLAIN * size)
    yield (
        "empty rows",
        "a.docx",
        docx(_PLAIN + "<w:tbl>" + "<w:tr><w:tc><w:p/></w:tc></w:tr>" * size + "</w:tbl>"),
    )
    notes = "".join(
        f'<w:footnote w:id="{n}"><w:p><w:r><w:t>Ibid., {n}.</w:t></w:r></w:p></w:footnote>'
        for n in range(size)
    )
    marks = "".join(f'<w:r><w:footnoteReference w:id="{n}"/></w:r>' for n in range(size))
    yield "notes nobody cites", "a.docx", docx(_PLAIN, footnotes=notes)
    yield (
        "note marks in one paragraph",
        "a.docx",
        docx(f"<w:p><w:r><w:t>So.</w:t></w:r>{marks}</w:p>", footnotes=notes),
    )
    parted = "".join(
        f'<w:p><w:r><w:t>So it was.</w:t></w:r><w:r><w:footnoteReference w:id="{n}"/></w:r></w:p>'
        for n in range(size)
    )
    yield "notes", "a.docx", docx(parted, footnotes=notes)
    odd = '<w:r><w:footnoteReference w:id="{}"/></w:r>'
    for identity in ("", "-1", "nan", "9" * 50, "missing"):
        yield (
            f"note {identity[:6]}",
            "a.docx",
            docx(
                f"<w:p>{odd.format(identity)}<w:r><w:t>So.</w:t></w:r></w:p>",
                footnotes=notes[:0] + "<w:footnote/>",
            ),
        )


def _xml(size: int) -> Iterator[Case]:
    space = 'xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"'
    laughs = (
        '<!DOCTYPE w [<!ENTITY a "ha">'
        + "".join(f'<!ENTITY {chr(98 + n)} "{f"&{chr(97 + n)};" * 10}">' for n in range(9))
        + "]>"
    )
    outside = '<!DOCTYPE w [<!ENTITY a SYSTEM "file:///etc/passwd">]>'
    text = f"<w:document {space}><w:body><w:p><w:r><w:t>&a; words</w:t></w:r></w:p></w:body></w:document>"
    plain = docx(_PLAIN)
    for name, head in (
        ("laughs", laughs),
        ("outside", outside),
        ("behind a comment", f"<!--{'x' * 5000}-->{outside}"),
    ):
        for encoding in ("utf-8", "utf-16", "utf-16-be"):
            mark = b"\xfe\xff" if encoding == "utf-16-be" else b""
            yield (
                f"entities {name} {encoding}",
                "a.docx",
                _with(plain, "word/document.xml", mark + (head + text).encode(encoding)),
            )
    yield (
        "attributes",
        "a.docx",
        docx(_PLAIN + "<w:p " + " ".join(f'a{n}="x"' for n in range(size)) + "/>"),
    )


def _archives(size: int) -> Iterator[Case]:
    plain = docx(_PLAIN)
    yield "cut", "a.docx", plain[: len(plain) // 2]
    yield "members", "a.docx", zipped({f"m{n}": b"" for n in range(min(size, 5000))})
    for name, way in (
        ("bzip2", zipfile.ZIP_BZIP2),
        ("lzma", zipfile.ZIP_LZMA),
        ("deflated", zipfile.ZIP_DEFLATED),
    ):
        out = io.BytesIO()
        with zipfile.ZipFile(io.BytesIO(plain)) as old, zipfile.ZipFile(out, "w", way) as new:
            for part in old.namelist():
                content = old.read(part)
                if part == "word/document.xml":
                    content = content.replace(b"<w:body>", b"<w:body>" + b" " * (size * 2000))
                new.writestr(part, content)
        packed = out.getvalue()
        yield f"spaces in {name}", "a.docx", packed
        with zipfile.ZipFile(io.BytesIO(packed)) as written:
            info = written.getinfo("word/document.xml")
        real, less = info.file_size.to_bytes(4, "little"), (500).to_bytes(4, "little")
        yield f"lying in {name}", "a.docx", packed.replace(real, less)
    inner = zipped({"a.docx": plain})
    for _ in range(20):
        inner = zipped({"word/document.xml": inner})
    yield "zip in zip", "a.docx", inner


def _odt(size: int) -> Iterator[Case]:
    yield "odt spaces", "a.odt", _written(f'<text:p>a<text:s text:c="{size * 1000}"/>b</text:p>')
    yield "odt many spaces", "a.odt", _written(f"<text:p>a{'<text:s/>' * size}b</text:p>")
    yield "odt tabs", "a.odt", _written(f"<text:p>a{'<text:tab/>' * size}b</text:p>")
    for tag in ("span", "list", "section", "a"):
        nested = f"<text:{tag}>" * size + "x" + f"</text:{tag}>" * size
        yield (
            f"odt {tag} in {tag}",
            "a.odt",
            _written(f"<text:p>{nested}</text:p><text:p>So.</text:p>"),
        )
    ring = "".join(
        f'<style:style style:name="S{n}" style:family="paragraph" style:parent-style-name="S{(n + 1) % size}"/>'
        for n in range(size)
    )
    yield (
        "odt styles",
        "a.odt",
        _written('<text:p text:style-name="S0">So it was.</text:p>' * 20, ring),
    )
    note = '<text:note text:note-class="footnote"><text:note-citation>1</text:note-citation><text:note-body><text:p>Ibid.</text:p></text:note-body></text:note>'
    yield "odt notes", "a.odt", _written("<text:p>So it was." + note * size + "</text:p>")
    yield (
        "odt repeated cells",
        "a.odt",
        _written(
            f'<table:table><table:table-row table:number-rows-repeated="{size * 1000}"><table:table-cell '
            f'table:number-columns-repeated="{size * 1000}"><text:p>x</text:p></table:table-cell></table:table-row></table:table>'
        ),
    )


def _html(size: int) -> Iterator[Case]:
    words = "<p>The boats came late (Fitch 12).</p>"
    for pair in ("()", "[]", "{}"):
        nested = pair[0] * size + pair[1] * size
        yield (
            f"page style {pair}",
            "a.html",
            f"<style>p {{ margin: {nested} }}</style>{words}".encode(),
        )
        yield (
            f"page own style {pair}",
            "a.html",
            f"<p style='margin: {nested}'>So.</p>{words}".encode(),
        )
    rules = "".join(f".c{n} {{ margin-left: {n}pt }}\n" for n in range(min(size, 20_000)))
    many = "".join(f"<p class='c{n}'>So it was.</p>" for n in range(size // 5))
    yield "page rules", "a.html", f"<style>{rules}</style>{many}{words}".encode()
    one = "p {" + "".join(f"--a{n}: 1;" for n in range(size)) + "}"
    yield "page properties", "a.html", f"<style>{one}</style>{many}{words}".encode()
    ring = "<p>So<a href='#ftn1'>1</a>.</p>" + "".join(
        f"<div id='ftn{n}'><p>See <a href='#ftn{n + 1}'>note</a>.</p></div>"
        for n in range(1, size // 5)
    )
    yield "page notes that lead on", "a.html", ring.encode()
    notes = "".join(f"<p>So<a href='#fn{n}'>{n}</a>.</p>" for n in range(size // 5)) + "".join(
        f"<p id='fn{n}'>Ibid.</p>" for n in range(size // 5)
    )
    yield "page notes", "a.html", notes.encode()
    for tag in ("div", "span", "table", "ul", "b", "blockquote"):
        yield f"page {tag} in {tag}", "a.html", (f"<{tag}>" * size + words).encode()
    yield (
        "page characters",
        "a.html",
        b"<p>So &#0; &#xD800; &#x1F; &#xFFFE; &#1114112; it \x00 was.</p>",
    )
    yield (
        "page scripts",
        "a.html",
        (words + "<script>while(1);</script><iframe src='x'></iframe>" * size).encode(),
    )


def _markdown(size: int) -> Iterator[Case]:
    for mark in (
        "*",
        "_",
        "[",
        "![",
        "](",
        "`",
        ">",
        "#",
        "- ",
        "|",
        "<",
        "&",
        "\\",
        "~",
        "[^1]",
        "**a",
        "*a_",
    ):
        yield (
            f"marks {mark}",
            "a.md",
            (f"Words. {mark * size} here (Fitch 12).\n\n{mark * size}\n").encode(),
        )
    notes = "".join(f"So it was.[^{n}]\n\n[^{n}]: Ibid.\n\n" for n in range(size // 5))
    yield "typed notes", "a.md", notes.encode()
    yield (
        "list in list",
        "a.md",
        "".join(f"{' ' * 2 * n}- a\n" for n in range(min(size, 1500))).encode(),
    )
    yield "links", "a.md", ("[a](b) " * size + "\n\nSo it was.").encode()


def _texts(size: int) -> Iterator[Case]:
    words = "The boats came late that year (Fitch 12). " * 300
    yield "NUL late", "a.txt", (words + "\0" + words).encode()
    yield "NUL in UTF-16", "a.txt", ("So it was.\n\nA\0b.\n\n" + words).encode("utf-16")
    yield "UTF-32", "a.txt", ("So it was.\n\n" + words).encode("utf-32")
    yield "half a pair", "a.txt", b"\xff\xfe" + words.encode("utf-16-le") + b"\x00\xd8a\0"
    yield "controls", "a.txt", (words + "\x01\x0b\x1f \x7f \ufffe \uffff.").encode()
    yield "wrong bytes", "a.txt", words.encode() + b"\xe9\x81\x8d\x8f"
    yield "no end of words", "a.txt", (words * size)[: 40 * 2**20 // 100 * 99].encode()
    yield "spaces alone", "a.docx", b" " * size * 100
    yield "named as a pdf", "a.pdf", words.encode()


def _words(size: int) -> Iterator[Case]:
    """One stretch again and again, in each place where a paper has words."""
    stretches = (
        " ", "\t", "a", "A. ", "“", "”", '"', "'", "‘", "(", ")", "[", "(Fitch ", "Fitch ", "12, ", "1984 ", "-", "–", ".",
        ". ", ", ", "& ", "and ", "et al. ", "; ", ": ", "http://a.", "10.1234/", "pp. 12-13, ", "ed. ", "vol. 3, ", "ix",
        "é\u0301", "🙂", "\u202e", "Mc", "O’", "van ", "no. ", "In ", "...", "…", "12:", "https://example.org/a?b=c ",
    )  # fmt: skip
    for stretch, place in product(stretches, ("body", "entry", "note", "heading", "writer")):
        words = (stretch * size)[: size * 2]
        parts = dict.fromkeys(("body", "entry", "note", "heading", "writer"), "") | {place: words}
        text = (
            f"Anna {parts['writer']}Vale\n\nA Paper {parts['heading']} on Boats\n\n"
            f"The boats {parts['body']} came late (Fitch 12).[^1]\n\n[^1]: Fitch, *Long Canal* {parts['note']}, 12.\n\n"
            f"# Works Cited\n\nFitch, Anna{parts['entry']}. *The Long Canal*. Tidemark Press, 2014.\n"
        )
        yield f"{stretch.strip() or repr(stretch)} in the {place}", "a.md", text.encode()


def _pdfs(size: int) -> Iterator[Case]:
    for way in PACKINGS:
        yield f"a form that draws itself, packed: {way}", "a.pdf", drawing_itself(way)
    yield "forms that draw forms", "a.pdf", drawing_forms()
    show = b"BT /F1 12 Tf 72 700 Td (Hello there, boats) Tj ET "
    yield "objects on a page", "a.pdf", _pdf(show * size)
    yield "boxes", "a.pdf", _pdf(b"72 690 100 1 re f " * size + show * (size // 20))
    yield "a stream unpacked", "a.pdf", _pdf(show + b" " * (size * 2000), packed=True)
    yield (
        "a stream packed twice",
        "a.pdf",
        _pdf(show + b" " * (size * 2000), packed=True, twice=True),
    )
    yield "states", "a.pdf", _pdf(b"q " * size + show)
    kids = b"<< /Type /Pages /Kids [2 0 R] /Count 1 >>"
    yield (
        "pages in a ring",
        "a.pdf",
        _pdf(show).replace(b"<< /Type /Pages /Kids [3 0 R] /Count 1 >>", kids),
    )
    yield "a million pages", "a.pdf", _pdf(show).replace(b"/Count 1", b"/Count 1000000")
    yield "a sheet without end", "a.pdf", _pdf(show).replace(b"612 792", b"9e9 9e9")
    yield "a pdf cut", "a.pdf", _pdf(show)[:300]


def drawing_itself(packing: str = "") -> bytes:
    """A PDF of a kilobyte whose form draws itself twice; its content packed in one of several ways, or none."""
    content = b"/X Do /X Do BT /F1 12 Tf (a) Tj ET"
    ways: dict[str, tuple[bytes, bytes]] = {
        "": (content, b""),
        "Flate": (zlib.compress(content), b"/Filter /FlateDecode"),
        "unknown": (content, b"/Filter /Fl\xe9te"),
        "ASCII85": (base64.a85encode(content) + b"~>", b"/Filter /ASCII85Decode"),
        "hex": (content.hex().encode() + b">", b"/Filter [/AHx]"),
        "both": (
            base64.a85encode(zlib.compress(content)) + b"~>", b"/Filter [/ASCII85Decode /FlateDecode]",
        ),
        "run length": (
            bytes([len(content) - 1]) + content + b"\x80", b"/Filter /RunLengthDecode",
        ),
        "predictor": (
            zlib.compress(b"".join(b"\0" + content[n : n + 4] for n in range(0, 32, 4))),
            b"/Filter /FlateDecode /DecodeParms << /Predictor 12 /Columns 4 >>",
        ),
    }  # fmt: skip
    packed, how = ways[packing]
    form = _stream(packed, _FORM + b" /Resources << /XObject << /X 6 0 R >> >> " + how)
    return _pdf(b"BT /F1 12 Tf 72 700 Td (Hello there) Tj ET /X Do", forms=(form,))


def drawing_forms(depth: int = 12, each: int = 10) -> bytes:
    """A PDF of four kilobytes with forms that each draw the next ten times."""
    forms = [
        _stream(b"/X Do " * each, _FORM + b" /Resources << /XObject << /X %d 0 R >> >>" % (7 + n))
        for n in range(depth - 1)
    ]
    forms.append(_stream(b"BT /F1 12 Tf (a) Tj ET", _FORM))
    return _pdf(b"BT /F1 12 Tf 72 700 Td (Hello there) Tj ET /X Do", forms=tuple(forms))


PACKINGS = ("", "Flate", "unknown", "ASCII85", "hex", "both", "run length", "predictor")
_FORM = b"/Type /XObject /Subtype /Form /BBox [0 0 100 100]"


def _pdf(
    content: bytes, *, forms: tuple[bytes, ...] = (), packed: bool = False, twice: bool = False
) -> bytes:
    more = b""
    if packed:
        content, more = zlib.compress(content, 9), b"/Filter /FlateDecode"
    if twice:
        content, more = zlib.compress(content, 9), b"/Filter [/FlateDecode /FlateDecode]"
    drawn = b" /XObject << /X 6 0 R >>" if forms else b""
    objects = [
        b"<< /Type /Catalog /Pages 2 0 R >>",
        b"<< /Type /Pages /Kids [3 0 R] /Count 1 >>",
        b"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 612 792] /Contents 4 0 R /Resources << /Font << /F1 5 0 R >>"
        + drawn + b" >> >>",
        _stream(content, more),
        b"<< /Type /Font /Subtype /Type1 /BaseFont /Times-Roman >>",
        *forms,
    ]  # fmt: skip
    out, offsets = b"%PDF-1.5\n", []
    for number, item in enumerate(objects, start=1):
        offsets.append(len(out))
        out += b"%d 0 obj\n" % number + item + b"\nendobj\n"
    start = len(out)
    out += b"xref\n0 %d\n0000000000 65535 f \n" % (len(objects) + 1)
    out += b"".join(b"%010d 00000 n \n" % o for o in offsets)
    return out + b"trailer\n<< /Size %d /Root 1 0 R >>\nstartxref\n%d\n%%%%EOF\n" % (
        len(objects) + 1,
        start,
    )


def _stream(data: bytes, more: bytes = b"") -> bytes:
    return b"<< /Length %d %s >>\nstream\n" % (len(data), more) + data + b"\nendstream"


def _written(body: str, styles: str = "") -> bytes:
    """An .odt with this body and these automatic styles."""
    content = (
        f"<office:document-content {_SPACES}><office:automatic-styles>{styles}</office:automatic-styles>"
        f"<office:body><office:text>{body}</office:text></office:body></office:document-content>"
    )
    return zipped(
        {"mimetype": b"application/vnd.oasis.opendocument.text", "content.xml": content.encode()}
    )


def _with(data: bytes, part: str, content: bytes) -> bytes:
    with zipfile.ZipFile(io.BytesIO(data)) as archive:
        parts = {name: archive.read(name) for name in archive.namelist()}
    return zipped({**parts, part: content})

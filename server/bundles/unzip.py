"""Reads a .zip as people make them: nested folders, names in odd encodings, what a system puts in unasked.
Bounded: a hostile one costs its own refusal."""

from __future__ import annotations

import io
import zipfile
import zlib
from collections.abc import Iterator
from dataclasses import dataclass

from grelt import api as core

_MOST_FILES = 2000
_MOST_BYTES = 700 * 2**20
_UTF8_FLAG = 0x800
_ENCRYPTED_FLAG = 0x1
# What systems and word processors leave in folders.
_LITTER = ("__macosx/", ".ds_store", "thumbs.db", "desktop.ini")


class ZipRefused(Exception):
    """The whole file is refused, with what to do in words."""


@dataclass(frozen=True)
class Unzipped:
    """A file of a .zip by its path, or why it could not be read."""

    path: str
    content: bytes = b""
    problem: str = ""


def files_in(data: bytes) -> Iterator[Unzipped]:
    """The files of a .zip in their order, without folders and litter. Raises `ZipRefused`."""
    try:
        archive = zipfile.ZipFile(io.BytesIO(data))
        members = [m for m in archive.infolist() if not m.is_dir()]
    except (zipfile.BadZipFile, NotImplementedError, ValueError, OSError) as error:
        raise ZipRefused(
            "This is no .zip that can be opened: it is cut off, or something else under that name. "
            "Make it again, or drop the files themselves."
        ) from error
    if len(members) > _MOST_FILES:
        raise ZipRefused(f"It has more than {_MOST_FILES:,} files. Hand them in in parts.")
    left = _MOST_BYTES
    for member in members:
        path = _path(member)
        if _is_litter(path):
            continue
        read = _read(archive, member, path, left)
        left -= len(read.content)
        if left <= 0:
            raise ZipRefused(
                f"Unpacked it is larger than {_MOST_BYTES // 2**20} MB. Hand it in in parts."
            )
        yield read


def _read(archive: zipfile.ZipFile, member: zipfile.ZipInfo, path: str, left: int) -> Unzipped:
    if member.flag_bits & _ENCRYPTED_FLAG:
        return Unzipped(path, problem="It is locked with a password. Unlock it first.")
    most = min(core.LIMITS.file, left) + 1
    try:
        # What the archive says of sizes is not believed: it is read up to a limit.
        with archive.open(member) as file:
            content = file.read(most)
    except (zipfile.BadZipFile, zlib.error, EOFError, NotImplementedError, RuntimeError, OSError):
        return Unzipped(path, problem="It is damaged in the .zip. Ask for it again.")
    if len(content) > core.LIMITS.file:
        limit = core.LIMITS.file // 2**20
        return Unzipped(path, problem=f"It is larger than {limit} MB. Take out its pictures.")
    return Unzipped(path, content)


def _path(member: zipfile.ZipInfo) -> str:
    """The path in letters. A .zip that does not say that its names are in UTF-8 may have them so all the
    same, or in the code page of whoever made it."""
    name = member.filename
    if not member.flag_bits & _UTF8_FLAG:
        raw = name.encode("cp437", errors="replace")
        try:
            name = raw.decode("utf-8")
        except UnicodeDecodeError:
            name = raw.decode("cp1252", errors="replace")
    parts = [p for p in name.replace("\\", "/").split("/") if p not in ("", ".", "..")]
    return "/".join("".join(c for c in part if c.isprintable()) for part in parts)[-500:]


def _is_litter(path: str) -> bool:
    folded = path.casefold()
    name = folded.rpartition("/")[2]
    return folded.startswith(_LITTER[0]) or name in _LITTER or name.startswith((".", "~$", "._"))

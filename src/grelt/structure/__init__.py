"""Where things are: pages, roles of paragraphs, the list of sources."""

from .lists import SourceList
from .pages import Pages, paginate
from .roles import Role, Structure, structure_of

__all__ = ["Pages", "Role", "SourceList", "Structure", "paginate", "structure_of"]

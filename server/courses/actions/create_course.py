"""Creates a course for an instructor."""

from ..models import Course
from ..queries import User, id_of


def create_course(user: User, name: str) -> Course:
    return Course.objects.create(owner_id=id_of(user), name=name)

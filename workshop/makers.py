"""Who works here, where makers are told apart: own shelves, a shared bench, projects shared.

On one's own machine nobody signs in and everything is everybody's. Served beyond it
(``settings.SIGN_IN``) each request is a maker's, a project belongs to who made it, and is seen by
those it is shared with; the bench is everybody's. The first maker keeps the workshop: invites
others, makes copies and puts them back.
"""

from __future__ import annotations

import hashlib
import secrets
from contextvars import ContextVar
from datetime import timedelta
from typing import Any, Literal

from django.conf import settings
from django.contrib.auth.models import AnonymousUser, User
from django.contrib.auth.password_validation import validate_password
from django.core.exceptions import ValidationError
from django.db import IntegrityError, transaction
from django.db.models import Q, QuerySet
from django.utils import timezone

from core.errors import DocumentError
from workshop.models import Invitation, Job, Planned, Print, Project, Share

Access = Literal["own", "edit", "read", ""]
Asking = User | AnonymousUser | None
INVITED_DAYS = 7
# who asks just now; None where makers are not told apart, and where the program itself works
NOW: ContextVar[Asking] = ContextVar("maker", default=None)


def told_apart() -> bool:
    """Whether makers sign in."""
    return bool(settings.SIGN_IN)


def here() -> User | None:
    """The maker who asks, to whom belongs what is made; None where makers are not told apart."""
    asks = NOW.get()
    return asks if isinstance(asks, User) else None


def keeps_the_workshop() -> bool:
    """Whether the one who asks may copy it, put copies back, and invite."""
    asks = NOW.get()
    return asks is None or bool(asks.is_staff)


def access(project_id: int) -> Access:
    """What the one who asks may do with a project; empty where it is none of theirs."""
    asks = NOW.get()
    if asks is None:
        return "own"
    if not isinstance(asks, User):
        return ""
    if Project.objects.filter(id=project_id, owner=asks).exists():
        return "own"
    share = Share.objects.filter(project_id=project_id, maker=asks).first()
    return "" if share is None else "edit" if share.edit else "read"


def projects(found: QuerySet[Project], edit: bool = False) -> QuerySet[Project]:
    """Those of some projects that the one who asks may see, or change."""
    asks = NOW.get()
    if asks is None:
        return found
    if not isinstance(asks, User):
        return found.none()
    shares = Share.objects.filter(maker=asks)
    if edit:
        shares = shares.filter(edit=True)
    return found.filter(Q(owner=asks) | Q(id__in=shares.values("project_id")))


def of_projects(found: QuerySet[Any], edit: bool = False) -> QuerySet[Any]:
    """Those of some prints or plans whose projects the one who asks may see, or change."""
    if NOW.get() is None:
        return found
    return found.filter(project__in=projects(Project.objects.all(), edit).values("id"))


def prints(edit: bool = False) -> QuerySet[Print]:
    """Prints of projects that the one who asks may see, or change."""
    return of_projects(Print.objects.all(), edit)


def planned(edit: bool = False) -> QuerySet[Planned]:
    """Plans of projects that the one who asks may see, or change."""
    return of_projects(Planned.objects.all(), edit)


def jobs() -> QuerySet[Job]:
    """Long work that the one who asks has begun."""
    asks = NOW.get()
    if asks is None:
        return Job.objects.all()
    return Job.objects.filter(owner=asks) if isinstance(asks, User) else Job.objects.none()


# -- who comes in -------------------------------------------------------------------------------


def _digest(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def invite(again: User | None = None) -> str:
    """A token that lets one maker in, once, within a week: a new one, or one who is known ``again``
    with a new password. It is kept only as its hash."""
    token = secrets.token_urlsafe(24)
    Invitation.objects.create(digest=_digest(token), by=here(), again=again)
    return token


def known(name: str) -> User:
    """A maker by name.

    Raises:
        DocumentError: there is none.
    """
    maker = User.objects.filter(username=name).first()
    if maker is None:
        raise DocumentError(f"no maker is called '{name}'", where="maker")
    return maker


def everybody() -> list[User]:
    """All who ever came in, the first one first, who is shut out too."""
    return list(User.objects.order_by("id"))


def let_work(name: str, works: bool) -> None:
    """Shuts a maker out at once, wherever signed in, or lets them in again; what is theirs stays.

    Raises:
        DocumentError: there is no such maker, or it is who keeps the workshop.
    """
    maker = known(name)
    if maker.is_staff:
        raise DocumentError("who keeps the workshop stays in it", where="maker")
    maker.is_active = works
    maker.save(update_fields=["is_active"])
    if not works:
        Invitation.objects.filter(again=maker).delete()


def join(token: str, name: str, password: str) -> User:
    """A new maker by an invitation, or a known one with a new password; the first takes over what
    is here and keeps the workshop.

    Raises:
        DocumentError: no such invitation, it is for another, the name is taken, or the password is
            too plain.
    """
    name = name.strip()
    if not name:
        raise DocumentError("a maker needs a name", where="name")
    try:
        validate_password(password, User(username=name))
    except ValidationError as error:
        raise DocumentError(" ".join(error.messages), where="password") from None
    try:
        with transaction.atomic():
            found = Invitation.objects.filter(
                digest=_digest(token),
                used=None,
                created__gte=timezone.now() - timedelta(days=INVITED_DAYS),
            )
            again = found.exclude(again=None).select_related("again").first()
            if not found.update(used=timezone.now()):
                raise DocumentError(
                    "this invitation is used, too old, or none", remedy="ask for another one"
                )
            if again and again.again:
                return _anew(again.again, name, password)
            first = not User.objects.exists()
            maker = User.objects.create_user(name, password=password, is_staff=first)
            if first:
                Project.objects.filter(owner=None).update(owner=maker)
                Job.objects.filter(owner=None).update(owner=maker)
    except IntegrityError:
        raise DocumentError(f"a maker is already called '{name}'", where="name") from None
    return maker


def _anew(maker: User, name: str, password: str) -> User:
    """A known maker with a new password; who is signed in with the old one is so no longer."""
    if maker.username != name:
        raise DocumentError("this link is for a maker of another name", where="name")
    maker.set_password(password)
    maker.save(update_fields=["password"])
    Invitation.objects.filter(again=maker, used=None).delete()  # older links that lie about
    return maker


# -- sharing ------------------------------------------------------------------------------------


def shared_with(project_id: int) -> list[Share]:
    """Whom a project is shared with."""
    return list(Share.objects.filter(project_id=project_id).select_related("maker"))


def share(project_id: int, name: str, how: Literal["read", "edit", ""]) -> None:
    """Shares a project with a maker to read or to change, or no longer.

    Raises:
        DocumentError: there is no such maker, or it is the owner.
    """
    maker = known(name)
    if Project.objects.filter(id=project_id, owner=maker).exists():
        raise DocumentError("it is theirs already", where="maker")
    if not how:
        Share.objects.filter(project_id=project_id, maker=maker).delete()
        return
    Share.objects.update_or_create(
        project_id=project_id, maker=maker, defaults={"edit": how == "edit"}
    )

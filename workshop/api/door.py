"""Who comes in, where makers are told apart: signing in and out, invitations, sharing."""

from __future__ import annotations

from datetime import datetime
from typing import Literal

from django.contrib.auth import authenticate, login, logout
from django.contrib.auth.models import User
from django.http import HttpRequest
from ninja import Field, Router
from ninja.errors import HttpError

from core.errors import DocumentError
from workshop import makers
from workshop.api.shapes import Refusal, Shape

router = Router()
BACKEND = "django.contrib.auth.backends.ModelBackend"


class Maker(Shape):
    """Who asks: nobody by name where makers are not told apart. ``keeper`` may copy the workshop
    and invite."""

    told_apart: bool
    name: str
    keeper: bool


class SignIn(Shape):
    """A maker's name and password."""

    name: str = Field(min_length=1, max_length=150)
    password: str = Field(min_length=1, max_length=200)


class Join(SignIn):
    """An invitation taken up."""

    token: str = Field(min_length=1, max_length=100)


class Invited(Shape):
    """The address that lets one maker in, once; it is told now and never again."""

    path: str


class MakerView(Shape):
    """A maker who came in once: whether it is who keeps the workshop, and whether shut out."""

    name: str
    keeper: bool
    works: bool
    since: datetime


class MakerIn(Shape):
    """Whether a maker may work here."""

    works: bool


class ShareView(Shape):
    """Whom a project is shared with, and how."""

    maker: str
    how: Literal["read", "edit"]


class ShareIn(Shape):
    """A maker a project is shared with from now on; with nothing said of how, no longer."""

    maker: str = Field(min_length=1, max_length=150)
    how: Literal["read", "edit", ""]


class Sharing(Shape):
    """Whom a project is shared with, and who else there is."""

    shares: list[ShareView]
    others: list[str]


def _me(request: HttpRequest) -> Maker:
    if not makers.told_apart():
        return Maker(told_apart=False, name="", keeper=True)
    user = request.user
    return Maker(
        told_apart=True, name=user.get_username(), keeper=bool(user.is_staff)
    )  # fmt: skip


def only_the_keeper() -> None:
    """Refuses all but the one who keeps the workshop.

    Raises:
        HttpError: it is another.
    """
    if not makers.keeps_the_workshop():
        raise HttpError(403, "only who keeps the workshop may do this")


@router.get("/me", response=Maker)
def me(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Who asks."""
    return _me(request)


@router.post("/sign-in", response={200: Maker, 401: Refusal, 429: Refusal})
def sign_in(request: HttpRequest, given: SignIn):  # type: ignore[no-untyped-def]
    """Signs a maker in."""
    maker = authenticate(request, username=given.name, password=given.password)
    if maker is None:
        raise HttpError(401, "no maker of that name has that password")
    login(request, maker)
    return _me(request)


@router.post("/sign-out", response=Maker)
def sign_out(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Signs the maker out."""
    logout(request)
    return _me(request)


@router.post("/join", response={201: Maker, 422: Refusal})
def join(request: HttpRequest, given: Join):  # type: ignore[no-untyped-def]
    """A new maker by an invitation, signed in."""
    if not makers.told_apart():
        raise DocumentError("nobody signs in here: the workshop is served on this machine alone")
    login(request, makers.join(given.token, given.name, given.password), backend=BACKEND)
    return 201, _me(request)


@router.post("/invitations", response={201: Invited, 403: Refusal})
def invite(request: HttpRequest):  # type: ignore[no-untyped-def]
    """An address that lets one more maker in."""
    only_the_keeper()
    return 201, Invited(path=f"/join/{makers.invite()}")


@router.get("/makers", response={200: list[MakerView], 403: Refusal})
def all_makers(request: HttpRequest):  # type: ignore[no-untyped-def]
    """Who works here, or did."""
    only_the_keeper()
    return [
        MakerView(
            name=one.username, keeper=one.is_staff, works=one.is_active, since=one.date_joined
        )
        for one in makers.everybody()
    ]


@router.put("/makers/{maker}", response={200: list[MakerView], 403: Refusal, 422: Refusal})
def let_work(request: HttpRequest, maker: str, given: MakerIn):  # type: ignore[no-untyped-def]
    """Shuts a maker out, or lets them in again."""
    only_the_keeper()
    makers.let_work(maker, given.works)
    return all_makers(request)


@router.post("/makers/{maker}/again", response={201: Invited, 403: Refusal, 422: Refusal})
def new_password(request: HttpRequest, maker: str):  # type: ignore[no-untyped-def]
    """An address where a maker who forgot the password chooses another."""
    only_the_keeper()
    known = makers.known(maker)
    if not known.is_active:
        raise DocumentError(f"'{maker}' is shut out", remedy="let them in again first")
    return 201, Invited(path=f"/join/{makers.invite(known)}")


def _sharing(project_id: int) -> Sharing:
    shares = makers.shared_with(project_id)
    known = {one.maker.username for one in shares}
    asks = makers.here()
    others = User.objects.filter(is_active=True).exclude(username__in=known)
    if asks is not None:
        others = others.exclude(id=asks.id)
    return Sharing(
        shares=[
            ShareView(maker=one.maker.username, how="edit" if one.edit else "read")
            for one in shares
        ],
        others=sorted(others.values_list("username", flat=True)),
    )


@router.get("/projects/{project_id}/shares", response={200: Sharing, 404: Refusal})
def shares(request: HttpRequest, project_id: int):  # type: ignore[no-untyped-def]
    """Whom a project is shared with."""
    return _sharing(project_id)


@router.put("/projects/{project_id}/shares", response={200: Sharing, 404: Refusal, 422: Refusal})
def share(request: HttpRequest, project_id: int, given: ShareIn):  # type: ignore[no-untyped-def]
    """Shares a project with a maker to read or to change, or no longer."""
    makers.share(project_id, given.maker, given.how)
    return _sharing(project_id)

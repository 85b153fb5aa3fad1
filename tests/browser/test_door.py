"""A workshop that several makers share: the door, an invitation, a shelf of one's own, sharing."""

from __future__ import annotations

from django.contrib.auth.models import User
from selenium.webdriver.common.keys import Keys

from core.project.demo import demo_document
from tests.browser.walker import Walker
from workshop import keeping, makers
from workshop.models import Project

PASSWORD = "under the lock gate 7"


def come_in(walker: Walker, name: str) -> None:
    walker.see("You are invited")
    fields = walker.all("form input")
    fields[0].send_keys(name)
    fields[1].send_keys(PASSWORD + Keys.ENTER)
    walker.see("sign out", "header")


def by_link(walker: Walker, name: str) -> None:
    """The address shown is taken, and a maker comes in by it."""
    link = walker.text("section [role=status] .figure")
    walker.press("sign out")
    walker.see("Who is there?")
    walker.go("/join/" + link.rpartition("/")[2])
    come_in(walker, name)


def test_makers_come_in_by_invitation_and_see_what_is_shared_with_them(
    bare_walker: Walker, settings
) -> None:
    walker = bare_walker
    walker.expect("401")
    walker.expect("404")
    settings.SIGN_IN = True
    settings.PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]  # quick
    project = keeping.create(demo_document("half_deck"), "before anybody came").id
    walker.go("/")
    walker.see("Who is there?")
    assert walker.axe() == []
    walker.go(f"/join/{makers.invite()}")
    assert walker.axe() == []
    come_in(walker, "lock keeper")
    walker.see("Deck in halves")  # the first takes over what is here
    walker.go("/safekeeping")
    walker.press("Invite a maker")
    walker.see("it is not shown again")
    assert walker.axe() == []
    by_link(walker, "ann")
    walker.see("The shelf is empty")
    walker.go(f"/p/{project}")
    walker.see("not on the shelf any more")
    walker.go("/")
    walker.press("sign out")
    walker.see("Who is there?")
    fields = walker.all("form input")
    fields[0].send_keys("lock keeper")
    fields[1].send_keys("not it" + Keys.ENTER)
    walker.see("no maker of that name has that password")
    walker.all("form input")[1].clear()
    walker.all("form input")[1].send_keys(PASSWORD + Keys.ENTER)
    walker.see("Deck in halves")
    walker.go(f"/p/{project}")
    walker.built()
    walker.press("share")
    walker.see("Who may see this project?")
    walker.saying("to read", "[role=dialog] button").click()
    walker.see("to read", "[role=dialog]")
    assert walker.axe() == []
    walker.until(lambda: makers.shared_with(project))
    (share,) = makers.shared_with(project)
    assert (share.maker, share.edit) == (User.objects.get(username="ann"), False)
    assert Project.objects.get(id=project).owner == User.objects.get(username="lock keeper")
    # who keeps the workshop shuts one out, and lets them in again
    walker.go("/safekeeping")
    walker.click('[data-maker="ann"] button:last-of-type')
    walker.see("once more: shut out")
    walker.click('[data-maker="ann"] button:last-of-type')
    walker.see("shut out", '[data-maker="ann"] .text-soft')
    assert not User.objects.get(username="ann").is_active
    assert walker.axe() == []
    walker.click('[data-maker="ann"] button:last-of-type')
    walker.see("new password", '[data-maker="ann"]')
    walker.click('[data-maker="ann"] button:first-of-type')
    walker.see("Send this address to ann")
    by_link(walker, "ann")
    walker.see("Deck in halves")

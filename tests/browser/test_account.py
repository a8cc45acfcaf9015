"""An account in the browser: made by an invitation, its password changed, a new one by a link, its end; names hidden."""

from __future__ import annotations

from django.contrib.auth.models import User
from playwright.sync_api import expect

from accounts.actions.reset_password import reset_path
from courses.actions.people import invite
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, instructor


class Accounts(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.user = instructor()
        self.assignment = assignment_of(self.user)

    def test_an_account_is_made_for_an_invitation(self) -> None:
        token = invite(self.user, self.assignment.course, "helper", 3).token
        self.go(f"/join/{token}")
        self.page.get_by_role("link", name="No account yet?").click()
        self.page.get_by_label("Your name").fill("Iris Pym")
        self.page.get_by_label("A name to sign in with").fill("pym")
        self.page.get_by_label("A password").fill("short")
        self.page.get_by_role("button", name="Make it").click()
        expect(self.page.get_by_role("alert")).to_contain_text("too short")
        self.assert_open_to_all(self.page)
        self.page.get_by_label("A password").fill("a-long-estuary")
        self.page.get_by_role("button", name="Make it").click()
        self.page.get_by_role("button", name="Take it up").click()
        expect(self.page.get_by_text("Tamsin Vale’s; you help")).to_be_visible()

    def test_a_password_is_changed_and_the_account_deleted(self) -> None:
        self.sign_in(self.page)
        self.page.get_by_role("link", name="Your account").click()
        self.page.get_by_label("The one you have").fill("slack-water")
        self.page.get_by_label("A new one").fill("a-long-estuary")
        self.page.get_by_role("button", name="Change it").click()
        expect(self.page.get_by_text("It is changed.")).to_be_visible()
        self.assert_open_to_all(self.page)
        expect(self.page.get_by_text("1 course of yours and 0 papers")).to_be_visible()
        self.page.get_by_label("Your password").fill("a-long-estuary")
        self.page.get_by_role("button", name="Delete my account").click()
        expect(self.page.get_by_role("button", name="Sign in")).to_be_visible()
        self.assertFalse(User.objects.exists())

    def test_a_new_password_by_a_link(self) -> None:
        self.go(reset_path(self.user))
        self.page.locator("input[type=password]").fill("a-long-estuary")
        self.page.get_by_role("button", name="Set it").click()
        self.page.get_by_role("link", name="Sign in with it").click()
        self.sign_in(self.page, password="a-long-estuary")

    def test_names_are_hidden_and_shown_again(self) -> None:
        paper = hand_in(self.assignment, "marlowe")
        self.sign_in(self.page)
        self.go(f"/assignments/{self.assignment.pk}")
        self.page.get_by_role("button", name="Hide names").click()
        expect(self.page.get_by_role("link", name=f"Paper {paper.pk}")).to_be_visible()
        self.page.get_by_role("link", name=f"Paper {paper.pk}").click()
        expect(self.page.get_by_role("heading", name=f"Paper {paper.pk}")).to_be_visible()
        expect(self.page.locator(".galley")).to_contain_text("▪▪▪▪ ▪▪▪▪▪▪▪")
        self.go(f"/assignments/{self.assignment.pk}")
        self.page.get_by_role("button", name="Show names").click()
        expect(self.page.get_by_role("link", name="Ines Marlowe")).to_be_visible()

"""People in a course in the browser: invited by a link, at one paper together, and the course itself."""

from __future__ import annotations

import re

from playwright.sync_api import expect

from courses.models import Course, Invitation, Membership
from tests.browser.driver import BrowserTestCase
from tests.world import assignment_of, hand_in, instructor


class People(BrowserTestCase):
    def setUp(self) -> None:
        super().setUp()
        self.owner = instructor()
        self.other = instructor("pym")
        self.other.first_name, self.other.last_name = "Iris", "Pym"
        self.other.save()
        self.assignment = assignment_of(self.owner)
        self.course = self.assignment.course
        self.sign_in(self.page)

    def test_an_invitation_by_link_and_the_way_out(self) -> None:
        self.page.get_by_role("link", name="People").click()
        self.page.get_by_role("button", name="Invite a reader").click()
        expect(self.page.get_by_role("row", name=re.compile("invited reader"))).to_be_visible()
        self.assert_open_to_all(self.page)
        theirs = self.window()
        self.sign_in(theirs, "pym")
        theirs.goto(f"{self.live_server_url}/join/{Invitation.objects.get().token}")
        expect(theirs.get_by_text("invites you into Writing the Shore as reader")).to_be_visible()
        theirs.get_by_role("button", name="Take it up").click()
        expect(theirs.get_by_text("Tamsin Vale’s; you read")).to_be_visible()
        self.page.reload()
        self.page.get_by_label("What Iris Pym is").select_option("helper")
        expect(self.page.get_by_label("What Iris Pym is")).to_have_value("helper")
        self.page.get_by_role("button", name="Send away").click()
        expect(self.page.get_by_text("Iris Pym")).to_have_count(0)
        theirs.reload()
        expect(theirs.get_by_text("You have no courses yet.")).to_be_visible()

    def test_two_at_one_paper_see_each_others_decisions_and_a_reader_decides_nothing(self) -> None:
        paper = hand_in(self.assignment, "marlowe")
        member = Membership.objects.create(course=self.course, user=self.other, role="helper")
        theirs = self.window()
        self.sign_in(theirs, "pym")
        for page in (self.page, theirs):
            page.goto(f"{self.live_server_url}/papers/{paper.pk}")
            expect(page.get_by_label("Bench")).to_contain_text("cited and not listed")
        theirs.keyboard.press(".")
        theirs.keyboard.press("k")
        expect(self.page.get_by_role("button", name=re.compile("^All"))).to_contain_text("4 left")
        self.page.keyboard.press(".")
        expect(self.page.get_by_label("Bench")).to_contain_text("kept by Iris Pym")
        Membership.objects.filter(pk=member.pk).update(role="reader")
        theirs.reload()
        theirs.keyboard.press(".")
        bench = theirs.get_by_label("Bench")
        expect(bench).to_contain_text("You read in this course")
        expect(bench.get_by_role("button", name=re.compile("Keep|Waive"))).to_have_count(0)

    def test_a_course_is_copied_put_away_brought_back_and_deleted_by_name(self) -> None:
        address = f"/courses/{self.course.pk}/people"
        self.go(address)
        self.page.get_by_label("Name of the copy").fill("Next term")
        self.page.get_by_role("button", name="Copy for the next term").click()
        expect(self.page.get_by_role("heading", name="Next term")).to_be_visible()
        self.go(address)
        self.page.get_by_role("button", name="Put away").click()
        expect(self.page.get_by_role("heading", name="Writing the Shore put away")).to_be_visible()
        self.page.get_by_role("button", name="Bring back").click()
        expect(self.page.get_by_role("button", name="Bring back")).to_have_count(0)
        self.go(address)
        expect(self.page.get_by_text("1 assignment, 0 papers")).to_be_visible()
        delete = self.page.get_by_role("button", name="Delete the course")
        expect(delete).to_be_disabled()
        self.page.get_by_label("Type “Writing the Shore” to delete it").fill("Writing the Shore")
        delete.click()
        expect(self.page.get_by_role("heading", name="Next term")).to_be_visible()
        self.assertEqual([c.name for c in Course.objects.all()], ["Next term"])

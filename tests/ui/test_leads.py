"""Every advice leads to the place where it is carried out, one click away."""

from equilix.checks.findings import KINDS
from equilix.checks.rules import Check
from equilix.demo import lighthouse
from equilix.result import Result
from equilix.ui.workspaces.build import BuildPage
from equilix.ui.workspaces.fit import FitPage
from equilix.ui.workspaces.leads import LEADS, TEXTS, follow, lead_of
from equilix.ui.workspaces.mat import MatPage
from equilix.ui.workspaces.power import PowerPage
from equilix.ui.workspaces.table import BY_KEY
from tests.core.builders import scene
from tests.ui.window_test import WindowTest


def everything() -> list[tuple[str, Check]]:
    """All that is found on the demo's rigs: checks, power, fit."""
    found = []
    for setup in lighthouse().setups:
        result = Result(scene(setup.id))
        found += [(setup.id, each) for each in (*result.checks, *result.power_findings, *result.fit_findings)]
    return found


class Leads(WindowTest):
    """From a finding to where it is mended."""

    def test_each_sort_is_known(self) -> None:
        """Whatever is found on the demo's rigs has a row in the table; every row says what its button says."""
        self.assertTrue(KINDS)
        for _, check in everything():
            key = check.key if check.key in LEADS else check.key.split("-")[0]
            self.assertIn(key, LEADS, check.key)
        for lead in LEADS.values():
            if lead is not None:
                self.assertIn(lead.place, TEXTS)
                if lead.place not in ("bench", "carrier"):
                    self.assertIn(lead.place, BY_KEY)

    def test_each_is_followed(self) -> None:
        """Every finding with something to do is followed: the workspace opens, at its tab, with the part in it."""
        for setup_id, check in everything():
            lead = lead_of(check)
            if lead is None or not check.todo:
                continue
            with self.subTest(setup=setup_id, key=check.key):
                self.session.open_setup(setup_id)
                follow(self.session, check)
                self.settle()
                page = self.window.page
                if lead.place in ("bench", "carrier"):
                    self.assertEqual(self.window.pages.open_key, "part")
                    self.assertEqual(page.tabs.tab, lead.tab)
                else:
                    sorts = {"build": BuildPage, "mat": MatPage, "power": PowerPage, "fit": FitPage}
                    self.assertIsInstance(page, sorts[lead.place])
                    self.assertEqual(self.session.selection.id, check.placement)
                    if lead.tab:
                        self.assertEqual(page.tabs.tab, lead.tab)

    def test_a_button_where_there_is_something_to_do(self) -> None:
        """In the list an open row has the button; one of what is done with the hands has none."""
        self.window.show_page("check")
        page = self.window.pages["check"]
        for row in page.rows:
            self.click(row)
            wanted = lead_of(row.check) is not None
            self.assertEqual(row.bench is not None and row.bench.isVisible(), wanted, row.check.key)

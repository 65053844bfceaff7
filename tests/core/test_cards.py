"""Cards and lists of parts: what stands on them, and on the command line."""

import io
import json
import tempfile
import unittest
from contextlib import redirect_stderr, redirect_stdout
from pathlib import Path

from equilix.analysis import analyse
from equilix.change.card_sets import lens_cards, setup_cards
from equilix.change.cards import Card, card_of, check_words
from equilix.change.parts_list import cables_list, parts_list, total
from equilix.cli import run
from equilix.demo.lighthouse import lighthouse
from equilix.document import Document, empty
from equilix.edits import carrying, rigging
from equilix.result import Result
from equilix.store.saving import save
from tests.core.builders import scene
from tests.told import told


def cards(document: Document) -> dict[str, Card]:
    """The cards of all setups, by title."""
    return {card.title: card for card in setup_cards(document, document.setups)}


class OnACard(unittest.TestCase):
    """What stands on it is what the analysis says."""

    def test_what_balances_comes_first(self) -> None:
        """On the gimbal plate, cradle, roll and pan arm; elsewhere the plate, then the rest in the order of the rig."""
        found = cards(lighthouse())
        self.assertEqual(
            [(m.name, told(m.at), m.first) for m in found["112 steps"].marks],
            [("short camera plate", "28 mm", True), ("gimbal cradle", "29 mm", True),
             ("gimbal roll arm", "32 mm", True), ("gimbal pan arm", "37 mm", True)],
        )  # fmt: skip
        lamp = found["Lamp room"].marks
        self.assertEqual([mark.first for mark in lamp], [True] + [False] * (len(lamp) - 1))
        self.assertIn(("left handle on an arm", "−18°"), [(m.name, told(m.at)) for m in lamp])
        self.assertIn(("sled post", "drawn out 40 mm"), [(m.name, told(m.at)) for m in found["Causeway"].marks])

    def test_power_spring_and_minutes(self) -> None:
        """The run time of every battery, what bears the rig with its setting, and what tires first."""
        found = {title: [told(each) for each in card.lines] for title, card in cards(lighthouse()).items()}
        self.assertEqual(found["Lamp room"], ["98 Wh wedge battery: 2 h 40", "Left shoulder gives out after 12 min"])
        self.assertIn("Vest with spring arm: setting 4", found["Causeway"])
        self.assertIn("Tripod with fluid head, set for the load", found["Evening light"])
        self.assertEqual(len(found["112 steps"]), 1)

    def test_counterweights_are_counted(self) -> None:
        """Two of one kind and one of another."""
        document = lighthouse()
        for slide, part in ((-0.16, "weight-500"), (-0.12, "weight-500"), (-0.08, "weight-250")):
            document = rigging.add(document, "lamp-room", part, "rear-rods", "rods", slide_m=slide)[0]
        (card,) = setup_cards(document, [document.setups_by_id["lamp-room"]])
        self.assertIn("Counterweight: 2 × 500 g counterweight, 250 g counterweight", [told(e) for e in card.lines])

    def test_checks_and_how_sure(self) -> None:
        """At most four of what is to be minded, worst first, with what to do; mass and balance with their doubt."""
        card = cards(lighthouse())["Lamp room"]
        self.assertEqual(len(card.minds), 4)
        result = Result(scene("lamp-room"))
        self.assertEqual(card.minds, tuple(c for c in result.checks if c.level != "fine")[:4])
        said = told(check_words(card.minds[0]))
        self.assertTrue(said.endswith(".") and not said.endswith(".."))
        self.assertEqual(told(card.sure), "10.67 kg ± 235 g; balance ± 4 mm")
        self.assertEqual(told(card.under), "on the shoulder, Tall operator, 28–80 zoom")
        self.assertIn("pain means stop", told(card.caution))

    def test_without_a_support(self) -> None:
        """A heap of parts has a card too: what it weighs, and that nothing carries it."""
        document = rigging.remove(lighthouse(), "gallery", "top-handle")
        setup = document.setups_by_id["gallery"]
        card = card_of(document, Result(analyse(document, setup)))
        self.assertEqual(told(card.verdict), "Nothing carries it.")
        self.assertEqual(told(card.sure).count("±"), 1)

    def test_for_each_lens(self) -> None:
        """With the lens on and everything on its marks; those that get no balance have none."""
        document = lighthouse()
        found = list(lens_cards(document, document.setups_by_id["stairs"]))
        self.assertEqual(len(found), 6)
        last = next(card for card in found if card.title == "112 steps, 50 mm prime")
        self.assertEqual(told(last.marks[0].at), "24 mm")
        self.assertEqual(last.analysis.status, "rests")
        self.assertIn("50 mm prime", told(last.under))


class Parts(unittest.TestCase):
    """Every part with its price and where it goes."""

    def test_from_the_core_outwards(self) -> None:
        """Each on what carries it, with its mark; what bears the rig last; the sum is that of the prices."""
        document = lighthouse()
        lines = parts_list(document, scene("boat-landing"))
        self.assertEqual((lines[0].part.id, told(lines[0].where)), ("bridge", "begin with it"))
        where = {line.part.id: told(line.where) for line in lines}
        self.assertEqual(where["eyelet"], "on hanging bar with holes (rail clamp), 176 mm")
        self.assertEqual(where["harness"], "bears the rig")
        self.assertEqual(total(lines), (sum(line.part.price or 0 for line in lines), 0))
        priceless = lines[0].part.changed(price=None)
        changed = document.changed(parts=tuple(priceless if p.id == "bridge" else p for p in document.parts))
        self.assertEqual(total(parts_list(changed, scene("boat-landing", changed)))[1], 1)

    def test_cables(self) -> None:
        """With their lengths."""
        said = [told(each) for each in cables_list(lighthouse().setups_by_id["lamp-room"])]
        self.assertIn("Power cable of the monitor, 800 mm", said)


class OnTheCommandLine(unittest.TestCase):
    """`equilix card`."""

    def setUp(self) -> None:
        kept = tempfile.TemporaryDirectory()
        self.addCleanup(kept.cleanup)
        self.file = Path(kept.name) / "demo.equilix"
        save(carrying.choose_way(lighthouse(), "gallery", "low"), self.file)

    def said(self, *arguments: str) -> tuple[int, str, str]:
        """Exit code, output, complaints."""
        with redirect_stdout(io.StringIO()) as out, redirect_stderr(io.StringIO()) as err:
            code = run(["card", str(self.file), *arguments])
        return code, out.getvalue(), err.getvalue()

    def test_cards(self) -> None:
        """Of all setups in words, of one in JSON, of the lenses of one."""
        text = self.said()[1]
        self.assertIn("Causeway: on a vest with arm and sled, Tall operator, 35 mm prime", text)
        self.assertIn("  Bridge plate             69 mm", text)
        found = json.loads(self.said("--setup", "stairs", "--json")[1])
        self.assertEqual((found["card_version"], len(found["cards"])), (1, 1))
        self.assertEqual(found["cards"][0]["marks"][0], {"part": "short camera plate", "at": "28 mm", "balances": True})
        lenses = json.loads(self.said("--setup", "stairs", "--what", "lenses", "--json", "--units", "us")[1])
        self.assertEqual(len(lenses["cards"]), 6)
        self.assertIn(" in", lenses["cards"][0]["marks"][0]["at"])

    def test_parts(self) -> None:
        """With their prices and the sum."""
        text = self.said("--setup", "gallery", "--what", "parts")[1]
        self.assertIn("Together 5,115", text)
        found = json.loads(self.said("--setup", "gallery", "--what", "parts", "--json")[1])
        self.assertEqual((found["price"], len(found["lines"])), (5115.0, 5))

    def test_refused(self) -> None:
        """A page needs a file to be drawn into; a document without setups has no cards."""
        code, _, err = self.said("--what", "report")
        self.assertEqual(code, 1)
        self.assertIn("A page is drawn into a file", err)
        save(empty(), self.file)
        code, _, err = self.said()
        self.assertEqual(code, 1)
        self.assertIn("nothing to put on a card", err)


if __name__ == "__main__":
    unittest.main()

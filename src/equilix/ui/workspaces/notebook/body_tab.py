"""What the notebook tells of somebody: how long they last, as a band that narrows; what is felt otherwise."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from msgspec import Struct
from PySide6.QtWidgets import QHBoxLayout, QListWidget, QPushButton, QVBoxLayout, QWidget

from equilix.body.operators import Operator
from equilix.document import Document
from equilix.edits.outings import believe_notebook, forget_notebook
from equilix.errors import Called
from equilix.facts import Sayable, fact, force, number, torque
from equilix.keys import Joint
from equilix.notebook.compare import Average, averages
from equilix.notebook.notebook_words import lasts_words, off_words, told_of
from equilix.notebook.refit import JOINTS, Refit, narrowing
from equilix.ui.session import Session
from equilix.ui.stage.bands_chart import BandsChart
from equilix.ui.stage.felt_chart import FeltChart
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.tint import show_text, text_label
from equilix.ui.workspaces.tab import WorkTab, takes_the_rest
from equilix.words.language import say
from equilix.words.reading import CAUTION_LONG
from equilix.words.telling import begun


class Known(Struct, frozen=True):
    """What the notebook tells of an operator: before and after each outing, and what was felt by region and way."""

    document: Document
    operator: Operator
    fits: tuple[tuple[int, Refit], ...]
    """After how many outings, what was known."""
    rows: tuple[Average, ...]


def known(document: Document, operator: Operator, called_off: Called) -> Iterator[Known]:
    """Work it out."""
    fits = narrowing(operator, document.outings, called_off)
    yield Known(document, operator, fits, averages(document.outings, operator))


class BodyTab(WorkTab):
    """Whom, and which joint; the band; predicted beside felt. One action uses it, one undo takes it back."""

    def __init__(self, session: Session) -> None:
        super().__init__(session, say("Working out what the notebook tells"))
        self.found: Known | None = None
        self.who, self.joint = ChoiceBox(), ChoiceBox()
        self.who.setAccessibleName(say("Operator"))
        self.who.activated.connect(lambda _row: self.refresh())
        self.joint.setAccessibleName(say("Joint"))
        for joint in JOINTS:
            self.joint.addItem(begun(session.tell(fact(f"joint.{joint}"))), joint)
        self.joint.activated.connect(lambda _row: self._show())
        self.head = text_label(bold=True, points=13)
        self.bands = BandsChart()
        self.said = text_label()
        self.felt = FeltChart()
        self.off = QListWidget()
        self.off.setAccessibleName(say("What is felt otherwise"))
        self.off.setWordWrap(True)
        self.use = QPushButton(say("Use what the notebook says"))
        self.use.clicked.connect(self._use)
        self.back = QPushButton(say("Back to what was stated"))
        self.back.clicked.connect(self._back)
        self.caution = text_label()
        self.job.found.connect(self._found)
        for widget in (self.bands, self.felt, self.off):
            takes_the_rest(widget, 60.0 if widget is self.off else 110.0)
        whole = self.column()
        top = self.stacks(QHBoxLayout())
        top.addWidget(self.who, 2)
        top.addWidget(self.joint, 1)
        top.addStretch(1)
        top.addWidget(self.use)
        top.addWidget(self.back)
        whole.addLayout(top)
        whole.addWidget(self.head)
        columns = self.stacks(QHBoxLayout())
        columns.setSpacing(18)
        left, right = QVBoxLayout(), QVBoxLayout()
        left.addWidget(self.bands, 1)
        left.addWidget(self.said)
        right.addWidget(self.felt, 3)
        right.addWidget(self.off, 1)
        columns.addLayout(left, 1)
        columns.addLayout(right, 1)
        whole.addLayout(columns, 1)
        whole.addWidget(self.caution)

    @property
    def first_focus(self) -> QWidget:
        """Whom."""
        return self.who

    @property
    def operator(self) -> Operator | None:
        """Of whom it tells."""
        return self.session.document.operators_by_id.get(str(self.who.currentData()))

    @property
    def current(self) -> Known | None:
        """What was found, where it is of what there is now."""
        found = self.found
        return found if found is not None and found.document is self.session.document else None

    def refresh(self) -> None:
        """Work it out anew where something has changed."""
        document = self.session.document
        rows = [(each.name, each.id) for each in document.operators]
        mine = document.operator_of(self.session.setup).id
        usual = mine if mine in document.operators_by_id else rows[0][1] if rows else ""
        self.who.offer(rows or [(say("nobody yet"), "")], usual)
        self.bands.theme = self.felt.theme = self.theme
        self.look_for(document, str(self.who.currentData()))
        self._show()

    def _start(self) -> None:
        operator = self.operator
        if operator is not None:
            self.job.start(partial(known, self.session.document, operator))

    def _found(self, found: Known) -> None:
        self.found = found
        self._show()

    def _show(self) -> None:
        operator, found, tell = self.operator, self.current, self.session.tell
        show_text(self.caution, tell(CAUTION_LONG), self.theme.quiet)
        self.back.setVisible(operator is not None and operator.stated is not None)
        self.use.setEnabled(False)
        for widget in (self.bands, self.felt, self.off, self.joint, self.use):
            widget.setVisible(operator is not None)
        if operator is None:
            show_text(self.said, "", self.theme.quiet)
            show_text(self.head, say("Enter an operator first: the name in the sentence above."), self.theme.ink)
            return
        if found is None or found.operator != operator:
            return
        joint: Joint = self.joint.currentData()
        last = found.fits[-1][1]
        title = say("How long the {joint} lasts, beside most people").format(joint=tell(fact(f"joint.{joint}")))
        self.bands.show_bands(title, [(count, each.lasts(joint)) for count, each in found.fits])
        told = told_of(last)
        if last.outings == 0:
            none: Sayable = fact("notebook.no_outings_of", name=operator.name)
            show_text(self.head, f"{tell(none)}.", self.theme.ink)
        else:
            words = lasts_words(last, joint) if joint in told else fact("notebook.little_told", count=last.outings)
            show_text(self.head, f"{begun(tell(words))}.", self.theme.ink)
        show_text(self.said, "\n".join(tell(each) for each in self._bands_words(last)), self.theme.quiet)
        self.felt.show_averages(found.rows)
        texts = [tell(each) for each in off_words(found.rows)]
        if last.outings:
            texts = texts or [tell(fact("notebook.as_predicted"))]
        if [self.off.item(k).text() for k in range(self.off.count())] != texts:
            self.off.clear()
            self.off.addItems(texts)
        self.use.setEnabled(bool(told))

    def _bands_words(self, last: Refit) -> tuple[Sayable, ...]:
        """Strength and endurance as they would be used."""
        joint: Joint = self.joint.currentData()
        strength, endurance = last.strength(joint), last.endurance
        unit = force if joint == "grip" else torque
        return (
            fact(
                "notebook.strength", value=unit(strength.value), low=unit(strength.low), high=unit(strength.high),
                now=unit(last.operator.own(joint)),
            ),
            fact(
                "notebook.endurance", value=number(endurance.value, 2), low=number(endurance.low, 2),
                high=number(endurance.high, 2), now=number(last.operator.endurance, 2),
            ),
        )  # fmt: skip

    def _use(self) -> None:
        found = self.current
        if found is None:
            return
        last = found.fits[-1][1]
        told: dict[Joint, float] = {joint: last.strength(joint).value for joint in told_of(last)}
        operator, endurance = found.operator.id, last.endurance.value
        label = say("Use what the notebook says of an operator")
        if self.session.edit(label, lambda d: believe_notebook(d, operator, told, endurance)):
            self.session.said.emit(say("Used. What was stated is kept; one undo takes it back."), False)

    def _back(self) -> None:
        operator = self.operator
        if operator is not None:
            self.session.edit(say("Back to what was stated"), lambda d: forget_notebook(d, operator.id))

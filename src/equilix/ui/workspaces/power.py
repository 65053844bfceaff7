"""Power: who feeds whom, what dies first and what that stops, where the battery should go, what to bring."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QFormLayout, QLineEdit, QWidget

from equilix.analysis import Analysis
from equilix.checks.rules import rule
from equilix.document import Document
from equilix.edits import powering
from equilix.errors import Called
from equilix.facts import fact
from equilix.kit.catalogue import kind_of
from equilix.kit.electric import MODES
from equilix.planner.battery_places import BatteryPlace
from equilix.planner.fit_plan import FitPlan
from equilix.power.batteries import needed_for
from equilix.power.cabling import seen_from
from equilix.power.day import compare, overnight_h, pack
from equilix.power.network import Network
from equilix.rig.setups import Cable
from equilix.ui.session import Session
from equilix.ui.stage.layers.runs import Lasting
from equilix.ui.stage.run_chart import RunBars
from equilix.ui.widgets.choice import ChoiceBox
from equilix.ui.widgets.columns import Columns
from equilix.ui.widgets.place_row import PlaceRow
from equilix.ui.widgets.power_diagram import PowerDiagram
from equilix.ui.widgets.rows import Row, section
from equilix.ui.widgets.sections import Sections
from equilix.ui.widgets.tabs import Tabs
from equilix.ui.widgets.tint import show_text, text_label, tint
from equilix.ui.workspaces.finding_list import FindingList
from equilix.ui.workspaces.page import Page
from equilix.ui.workspaces.wires import CableForm, LinksForm
from equilix.units import Display
from equilix.words.language import say
from equilix.words.quantities import duration, fixed, general, length, mass
from equilix.words.telling import tell

RUNS, WIRES, PLACE, BRING = "runs", "wires", "place", "bring"
LATER_MS, BEST = 150, 6


class PowerPage(Page):
    """Four tabs over mode and temperature."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(session, parent)
        self.tabs = Tabs({RUNS: say("Runs"), WIRES: say("Wires"), PLACE: say("Place it"), BRING: say("Bring")})
        self.tabs.chosen.connect(self.choose)
        self.column.addWidget(self.tabs)
        form = QFormLayout()
        self.mode = ChoiceBox()
        self.mode.setAccessibleName(say("Mode"))
        self.mode.addItems([say("on standby"), say("recording"), say("everything at full")])
        self.mode.activated.connect(self._set_mode)
        self.celsius = QLineEdit()
        self.celsius.setAccessibleName(say("Temperature of the batteries, °C"))
        self.celsius.editingFinished.connect(self._set_celsius)
        form.addRow(say("Running"), self.mode)
        form.addRow(say("At, °C"), self.celsius)
        self.column.addLayout(form)
        self.refusal, self.text, self.hint = (
            self.note(),
            Sections(),
            self.note(say("Drag from a battery, a plate or a body to what it should feed.")),
        )
        self.runs_head, self.runs = text_label(bold=True), RunBars()
        self.wrong_head, self.troubles = text_label(bold=True), FindingList(session)
        self.runs.asked_about.connect(session.view.ask_origin)
        self.diagram = PowerDiagram()
        self.diagram.led.connect(self._lead)
        self.diagram.picked.connect(session.selection.select)
        self.cable, self.links = CableForm(session), LinksForm(session)
        self.places_column = QWidget()
        self.places_layout = Columns(self.places_column, spacing=6)
        self.looking = text_label()
        self.places_layout.addWidget(self.looking)
        self.rows: list[PlaceRow] = []
        self.job = session.jobs.new(say("Looking for a place for the battery"))
        self.job.found.connect(self._found_places)
        for widget in (
            self.refusal,
            self.hint,
            self.diagram,
            self.cable,
            self.links,
            self.runs_head,
            self.runs,
            self.wrong_head,
            self.troubles,
            self.text,
            self.places_column,
        ):
            self.column.addWidget(widget)
        self.column.addStretch(1)
        self.refusal.hide()
        self._later = QTimer(self, singleShot=True, interval=LATER_MS)
        self._later.timeout.connect(self._show_places)

    def showEvent(self, event: object) -> None:
        self.session.view.show_overlay("cables", True)
        self.session.view.show_overlay("wires", self.tabs.tab in (RUNS, WIRES))
        super().showEvent(event)

    def hideEvent(self, event: object) -> None:
        del event
        self.session.view.show_overlay("cables", False)
        self.session.view.show_overlay("wires", False)
        self.job.cancel()

    def choose(self, tab: str) -> None:
        """Open a tab."""
        self.tabs.show_tab(tab)
        self.refresh()

    def refresh(self) -> None:
        """Show the open tab."""
        tab, t, setup = self.tabs.tab, self.theme, self.session.setup
        self.mode.setCurrentIndex(MODES.index(setup.mode))
        if not self.celsius.hasFocus():
            self.celsius.setText(f"{setup.celsius:g}".replace("-", "−"))
        for widget in (self.hint, self.diagram, self.links):
            widget.setVisible(tab == WIRES)
        self.places_column.setVisible(tab == PLACE)
        self.text.setVisible(tab != PLACE)
        network = self.session.result.network
        if tab == WIRES:
            self.diagram.show_network(network, t)
        self.show_selection()
        if tab == PLACE:
            self._later.start()
        wrong = self.session.result.power_findings if tab in (RUNS, WIRES) else ()
        self.troubles.show_findings(wrong, t, self.session.document.display)
        show_text(self.wrong_head, say("Mend this") if wrong else "", t.ink)
        self.troubles.setVisible(bool(wrong))
        self.session.view.show_overlay("wires", self.isVisible() and tab in (RUNS, WIRES))
        self._show_runs(network)
        if tab == RUNS:
            self.text.show_sections([*section(say("What dies first"), list(_run_rows(network)), t)], t)
        elif tab == WIRES:
            cables = list(_cable_rows(network, self.session.analysis, self.session.document.display))
            self.text.show_sections([*section(say("Cables"), cables, t)], t)
        elif tab == BRING:
            self.text.show_sections(self._bring(network), t)

    def _show_runs(self, network: Network) -> None:
        """What runs, what dies first at the top, and how many of each the day takes."""
        hours = rule(self.session.document.rules, "day_h")
        lasting = [
            Lasting(
                network.part(run.battery).name, run.seconds, duration(run.seconds),
                f"× {needed_for(3600 * hours, run.seconds)}", f"run-{run.battery}",
            )
            for run in network.runs if run.watts > 0 and self.tabs.tab == RUNS
        ]  # fmt: skip
        self.runs.show_runs(lasting, 3600 * hours, self.theme)
        self.runs.setVisible(bool(lasting))
        head = say("Against a day of {hours} h").format(hours=general(hours)) if lasting else ""
        show_text(self.runs_head, head, self.theme.ink)

    def show_selection(self) -> None:
        """The cable of the selected part, and what is wrong with it."""
        self.troubles.follow(self.scroller)
        if self.tabs.tab == WIRES:
            self.cable.show_cables()
            self.links.show_links(self.theme)
        else:
            self.cable.hide()

    def _bring(self, network: Network) -> list[str]:
        document, t, unit = self.session.document, self.theme, self.session.document.display
        batteries = [part for part in document.parts if part.energy_wh > 0 and part.owned]
        day_s, charger_w = 3600 * rule(document.rules, "day_h"), rule(document.rules, "charger_w")
        chargers = max(round(rule(document.rules, "chargers")), 1)
        watts = max((run.watts for run in network.runs), default=0.0)
        choices: list[Row] = []
        for choice in compare(network, [p for p in document.parts if p.kind == "battery"], watts, day_s):
            price = "" if choice.price is None else say(", price {price}").format(price=general(choice.price))
            own = "" if choice.part.owned else say(" (to be bought)")
            heavy = mass(choice.part.mass_kg, unit)
            changes = tell(fact("day.changes", count=choice.changes))
            said = say("{pieces} for a day, {changes}, {run} each").format(
                pieces=choice.pieces, changes=changes, run=duration(choice.run_s)
            )
            said += say("; {heavy} on the rig{price}; {flies}").format(
                heavy=heavy, price=price, flies=tell(choice.flies)
            )
            choices.append((f"{choice.part.name}{own}", said, ""))
        hours = overnight_h(batteries, charger_w, chargers)
        night = say("{hours} h for all on {chargers} of {charger} W (changed on Check, Rules of thumb)").format(
            hours=fixed(hours, 1), chargers=tell(fact("day.chargers", count=chargers)), charger=fixed(charger_w)
        )
        air = pack(batteries)
        flying: list[Row] = [(say("By air (from memory of the rules)"), tell(air.words), "")]
        if air.not_at_all:
            flying.append((say("Stays at home"), ", ".join(dict.fromkeys(air.not_at_all)), ""))
        charging = [(say("Charging"), night, "" if hours <= 10 else say("Longer than a night: begin earlier."))]
        return [
            *section(say("One big or several small, at {watts} W").format(watts=fixed(watts)), choices, t),
            *section(say("Overnight"), charging, t),
            *section(say("On the way"), flying, t),
        ]

    def _show_places(self) -> None:
        """Look for places beside the interface; the list stays until there is another."""
        if not self.isVisible() or self.tabs.tab != PLACE or self.session.history.gesture is not None:
            return
        if not self.rows:
            show_text(self.looking, say("Looking for a place for the battery …"), self.theme.quiet)
        self.job.start(partial(_places, self.session.document, self.session.analysis))

    def _found_places(self, found: list[BatteryPlace]) -> None:
        for row in self.rows:
            row.hide()
            row.deleteLater()
        self.rows = []
        none = say("No battery on this rig, or no mount that takes one.")
        show_text(self.looking, "" if found else none, self.theme.quiet)
        for place in found[:BEST]:
            row = PlaceRow(place, self.theme, self.session.document.display)
            row.looked_at.connect(self._look)
            row.chosen.connect(self._put)
            self.places_layout.addWidget(row)
            self.rows.append(row)

    def _look(self, place: BatteryPlace | None) -> None:
        before = self.session.analysis
        ghost = None if place is None else FitPlan(before, place.after, place.text, (), ())
        self.session.view.show_ghost(ghost)

    def _put(self, place: BatteryPlace) -> None:
        self.session.view.show_ghost(None)
        self.session.edit(say("Put the {text}").format(text=tell(place.text)), place.apply)

    @property
    def waits(self) -> bool:
        """Whether something is still to be filled in."""
        return self._later.isActive() or self.job.running

    def stop(self) -> None:
        """Call off what is under way and wait for it."""
        super().stop()
        self._later.stop()
        self.job.cancel()

    # taking

    def _set_mode(self, index: int) -> None:
        setup_id = self.session.setup.id
        self.session.edit(say("Change the mode"), lambda d: powering.set_mode(d, setup_id, MODES[index]))

    def _set_celsius(self) -> None:
        text, setup_id = (
            self.celsius.text().strip().replace("−", "-").replace(",", ".").removesuffix("°C"),
            self.session.setup.id,
        )
        try:
            value = float(text)
        except ValueError:
            self._refuse(
                say("“{celsius}” is no temperature. A figure in °C is allowed, as −10.").format(
                    celsius=self.celsius.text()
                )
            )
            return
        refusal = self.session.try_edit(
            say("Change the temperature"), lambda d: powering.set_temperature(d, setup_id, value)
        )
        if refusal is not None:
            self._refuse(self.session.tell(refusal.said))
        else:
            self.refusal.hide()

    def _refuse(self, text: str) -> None:
        self.refusal.setText(f"▲ {text}")
        tint(self.refusal, self.theme.tip)
        self.refusal.show()

    def _lead(self, source: str, device: str) -> None:
        setup_id = self.session.setup.id
        self.session.edit(say("Run a power cable"), lambda d: powering.connect(d, setup_id, source, device))


def _run_rows(network: Network) -> Iterator[Row]:
    for run in network.runs:
        name = network.part(run.battery).name
        if run.backs and run.watts <= 0:
            backs, alone = network.part(run.backs).name, duration(run.alone_s)
            yield name, say("in reserve: the {backs} goes on from it for {alone}").format(backs=backs, alone=alone), ""
            continue
        if run.watts <= 0:
            yield name, say("{usable} Wh, feeds nothing that runs").format(usable=fixed(run.usable_wh)), ""
            continue
        stops = ", ".join(network.part(each).name for each in network.stopped_by(run)) or say("nothing")
        swap = say("Changed while it runs.") if run.hot_swap else say("Changing it switches off what it feeds.")
        yield (
            name,
            say("{time} at {watts} W ({usable} Wh today); then stops: {stops}. {swap}").format(
                time=duration(run.seconds), watts=fixed(run.watts), usable=fixed(run.usable_wh), stops=stops, swap=swap
            ),
            "",
        )


def _cable_rows(network: Network, analysis: Analysis, unit: Display) -> Iterator[Row]:
    for cable in network.setup.cables:
        what = f"{cable.output} → {cable.input}" if cable.output is not None else _signal(cable)
        way = analysis.assembly.routes[cable.id]
        names = [analysis.carried.named(each) for each in way.tie_at]
        tie = say("; tie it at the {names}").format(names=say(", the ").join(names)) if names else ""
        warning = (
            say("Along the rig it wants {wanted}.").format(wanted=length(way.wanted_m, unit))
            if not way.takes(cable.length_m)
            else ""
        )
        if way.released:
            warning += say(" Unplug it before the {named} is released.").format(
                named=analysis.carried.named(way.released[0])
            )
        yield (
            f"{cable.name} ({cable.label})" if cable.label else cable.name,
            say("{what}, {length}, gauge {gauge}{tie}").format(
                what=what, length=length(cable.length_m, unit), gauge=cable.gauge, tie=tie
            ),
            warning.strip(),
        )
    yield from _reached(network)
    if any(cable.output is None for cable in network.setup.cables):
        yield (
            say("Order"),
            say("power in first, then the signal; signal out first, then the power (where the maker asks for it)"),
            "",
        )


def _reached(network: Network) -> Iterator[Row]:
    """Who gets the picture of each camera: over cables, through loops, over links."""
    setup = network.setup
    links = {link.id: link.who or network.parts[link.part].name for link in setup.links}
    for placement in setup.placements:
        if kind_of(network.part(placement.id)).camera:
            found = [
                links.get(each) or network.part(each).name for each in seen_from(setup, network.parts, placement.id)
            ]
            if found:
                name = network.part(placement.id).name
                yield say("Picture of the {name}").format(name=name), ", ".join(found), ""


def _signal(cable: Cable) -> str:
    """From socket to socket, where they are said."""
    if cable.from_socket is None and cable.to_socket is None:
        return say("signal")
    return f"{cable.from_socket or '…'} → {cable.to_socket or '…'}"


def _places(document: Document, analysis: Analysis, called_off: Called) -> Iterator[list[BatteryPlace]]:
    from equilix.planner.battery_places import battery_places

    found = battery_places(document, analysis, called_off)
    for place in found[:BEST]:
        _ = place.after.worst  # worked out here, and not where the row is made
    yield found

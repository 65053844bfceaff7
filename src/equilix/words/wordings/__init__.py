"""All wordings, by the keys of facts."""

from __future__ import annotations

from typing import Final

from equilix.words.wordings.backdrops import BACKDROPS
from equilix.words.wordings.body import BODY
from equilix.words.wordings.carry import CARRY
from equilix.words.wordings.change import CHANGE
from equilix.words.wordings.checks import CHECKS
from equilix.words.wordings.common import COMMON
from equilix.words.wordings.day import DAY
from equilix.words.wordings.edits import EDITS
from equilix.words.wordings.fields import FIELDS
from equilix.words.wordings.figures import FIGURES
from equilix.words.wordings.files import FILES
from equilix.words.wordings.fit import FIT
from equilix.words.wordings.guide import GUIDE
from equilix.words.wordings.kit import KIT
from equilix.words.wordings.lines import LINES
from equilix.words.wordings.measuring import MEASURING
from equilix.words.wordings.notebook import NOTEBOOK
from equilix.words.wordings.origins import ORIGINS
from equilix.words.wordings.planner import PLANNER
from equilix.words.wordings.power import POWER
from equilix.words.wordings.practice import PRACTICE
from equilix.words.wordings.quick import QUICK
from equilix.words.wordings.reading import READING
from equilix.words.wordings.report import REPORT
from equilix.words.wordings.starters import STARTERS
from equilix.words.wordings.ways import WAYS
from equilix.words.wordings.wording import Plural, Wordings

__all__ = ["WORDINGS", "Plural"]

WORDINGS: Final[Wordings] = {
    **BACKDROPS,
    **BODY,
    **CARRY,
    **CHANGE,
    **CHECKS,
    **COMMON,
    **DAY,
    **EDITS,
    **FIELDS,
    **FIGURES,
    **FILES,
    **FIT,
    **GUIDE,
    **KIT,
    **LINES,
    **MEASURING,
    **NOTEBOOK,
    **ORIGINS,
    **PLANNER,
    **POWER,
    **PRACTICE,
    **QUICK,
    **READING,
    **REPORT,
    **STARTERS,
    **WAYS,
}

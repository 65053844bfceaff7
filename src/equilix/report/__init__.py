"""Reports of a setup and its plans for other programs and for the terminal. Their JSON is in docs/report.md."""

from equilix.report.plans import guide_report, guide_text, plan_report, plan_text, plans_report, plans_text, schema_text
from equilix.report.rig import LEVEL, REPORT_VERSION, report, report_text

__all__ = [
    "LEVEL", "REPORT_VERSION", "guide_report", "guide_text", "plan_report", "plan_text", "plans_report", "plans_text",
    "report", "report_text", "schema_text",
]  # fmt: skip

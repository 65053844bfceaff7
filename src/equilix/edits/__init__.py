"""Edits: plain functions that take a document and return a new one, or raise ``Refused`` and change nothing."""

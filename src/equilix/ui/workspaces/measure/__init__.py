"""The workspace in which rigs and parts are weighed and measured."""

"""Tides of the harbour."""

from .almanac import Tide, tides_on
from .ports import warn_all

__all__ = ["Tide", "tides_on", "warn_all"]

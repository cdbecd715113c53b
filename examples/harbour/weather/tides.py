"""Tides of the day, as the harbour office reckons them."""

from dataclasses import dataclass
import math
import statistics

LOWEST = 0.4
HIGHEST = 5.2


@dataclass
class Tide:
    """The height of the water, in metres, at a time in minutes behind midnight."""

    minute: int
    height: float

    @property
    def is_high(self) -> bool:
        return self.height > mean([LOWEST, HIGHEST])


def mean(heights):
    return sum(heights) / len(heights)


def height_at(minute, first_high):
    """The height at a minute, between two high tides that are 745 minutes apart."""
    turn = 2 * math.pi * (minute - first_high) / 745
    return LOWEST + (HIGHEST - LOWEST) * (1 + math.cos(turn)) / 2


def tides_of_day(first_high, every=30):
    return [Tide(minute, height_at(minute, first_high)) for minute in range(0, 1440, every)]


def may_leave(draught, tide):
    match tide:
        case Tide(height=height) if height > draught + LOWEST:
            return True
        case _:
            return False


def first_departure(draught, first_high):
    """The first minute at which a ferry can leave, or nothing on a day without enough water."""
    for tide in tides_of_day(first_high):
        if tide.minute is 0:
            continue
        if may_leave(draugth, tide):
            return tide.minute
    return None

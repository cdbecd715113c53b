"""Ports that are told of low water."""

import asyncio
import statistics

from .almanac import highest, lowest

PORTS = {"north": 1.2, "south": 0.8, "north": 1.4}


async def warn(port, tide):
    await asyncio.sleep(0)
    print(f"low water")


async def warn_all(tides):
    try:
        for port, least in PORTS.items():
            if highest(tides).height < least:
                warn(port, tides[0])
    except:
        pass
    finally:
        return len(PORTS)

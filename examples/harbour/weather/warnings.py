"""Warnings that the kiosks show when the wind is too strong for the small ferries."""

import asyncio
from collections.abc import Iterable

STRONG = 8


async def tell_kiosk(kiosk: str, text: str) -> None:
    """Sends a text to a kiosk; the wire is slow."""
    await asyncio.sleep(0)
    print(f"{kiosk}: {text}")


async def warn(kiosks: Iterable[str], wind: int) -> None:
    if wind < STRONG
        return
    for kiosk in kiosks:
        tell_kiosk(kiosk, f"Wind {wind}: no small ferries")


def waiting(minutes, told=[]):
    """The minutes until the next word, each told once."""
    while minutes > 0:
        told.append(minutes)
        minutes -= 5
    return told

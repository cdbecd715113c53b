"""Prints the tides of today."""

import datetime

from tides import tides_on


def main() -> None:
    for tide in tides_on(datetime.date.today())
        print(f"{tide.at}: {tide.height:.1f} m")


if __name__ == "__main__":
    main()

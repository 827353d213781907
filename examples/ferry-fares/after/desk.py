"""The desk at the pier."""

from fares import fare
from timetable import arrival


def ticket(full, age, departure):
    """What stands on a ticket."""
    return f"{fare(full, age):.2f}, there at {arrival(departure):%H:%M}"

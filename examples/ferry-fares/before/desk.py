"""The desk at the pier."""

from ferry import arrival, fare


def ticket(full, age, departure):
    """What stands on a ticket."""
    return f"{fare(full, age):.2f}, there at {arrival(departure):%H:%M}"

from datetime import timedelta


CROSSING = timedelta(minutes=35)


def arrival(departure):
    """When the ferry is there."""
    return departure + CROSSING


def is_late(departure, seen):
    """Whether the ferry was seen later than it should have been."""
    return seen > arrival(departure)

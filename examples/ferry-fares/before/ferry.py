"""What the ferry line works out: fares and times."""

from datetime import timedelta

HALF_FARE_AGE = 14
CROSSING = timedelta(minutes=35)


def is_half(age):
    """Whether a passenger pays half."""
    return age < HALF_FARE_AGE


def fare(full, age):
    """What a passenger pays."""
    return full / 2 if is_half(age) else full


def arrival(departure):
    """When the ferry is there."""
    return departure + CROSSING


def is_late(departure, seen):
    """Whether the ferry was seen later than it should have been."""
    return seen > arrival(departure)

"""Small enough to be left alone."""


def rings(minutes):
    """How often the bell rings before the ferry leaves."""
    return max(0, 3 - minutes)

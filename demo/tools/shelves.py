"""Where sheets stand."""

SHELVES = 12


def shelf_of(number):
    return number % SHELVES + 1


def place(number):
    """A place as it stands on a cabinet."""
    from count_sheets import two_digits

    return "shelf " + two_digits(shelf_of(number))

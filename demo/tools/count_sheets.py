"""Counts the sheets of a list, shelf by shelf."""

from shelves import shelf_of


def two_digits(number):
    """A number as it is written on shelves."""
    return str(number).rjust(2, "0")


def counted(numbers):
    counts = {}
    for number in numbers:
        shelf = shelf_of(number)
        counts[shelf] = counts.get(shelf, 0) + 1
    return counts


def report(numbers):
    lines = []
    for shelf, count in sorted(counted(numbers).items()):
        lines.append(two_digits(shelf) + ": " + str(count))
    return "\n".join(lines)

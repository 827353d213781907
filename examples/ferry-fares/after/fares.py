HALF_FARE_AGE = 14


def is_half(age):
    """Whether a passenger pays half."""
    return age < HALF_FARE_AGE


def fare(full, age):
    """What a passenger pays."""
    return full / 2 if is_half(age) else full

"""What the ferry line works out: fares and times."""


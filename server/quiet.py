"""How the collector of Python's own rubbish is set where plans are made."""

import gc


def quieten() -> None:
    """What is there by now lives for good and is not looked through again, the rest less often: a plan makes thousands
    of small objects that die together, and what waits for it is not held up."""
    gc.collect()
    gc.freeze()
    gc.set_threshold(20_000, 20, 20)

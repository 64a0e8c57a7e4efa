"""Proportions of a standing person for any number of heads, as fractions of stature."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

CHIN, SHOULDER, ELBOW, HIP = 0.870, 0.818, 0.630, 0.530
WRIST, FINGERTIP, KNEE, ANKLE = 0.485, 0.377, 0.285, 0.039
SHOULDER_BREADTH, HIP_BREADTH, FOOT_LENGTH, FOOT_BREADTH = 0.259, 0.191, 0.152, 0.055
ADULT_HEADS = 7.5
CHIN_TO_CROWN_HEADS = (1 - CHIN) * ADULT_HEADS
LEG_SHARE = ((2.5, 0.30), (3.0, 0.36), (4.0, 0.42), (5.0, 0.46), (6.0, 0.50), (7.0, 0.53))


@dataclass(frozen=True)
class Canon:
    """Heights above the sole as fractions of stature."""

    chin: float
    shoulder: float
    elbow: float
    hip: float
    wrist: float
    fingertip: float
    knee: float
    ankle: float


def share_of_legs(heads_tall: float) -> float:
    """Hip height over stature for `heads_tall`; constant beyond the ends of the table [A].

    >>> share_of_legs(7.5)
    0.53
    """
    heads, shares = zip(*LEG_SHARE, strict=True)
    return float(np.interp(heads_tall, heads, shares))


def canon(
    heads_tall: float, leg_share: float = 1.0, trunk_length: float = 1.0, arm_length: float = 1.0
) -> Canon:
    """Landmark heights for a figure `heads_tall` heads tall.

    The adult of 7.5 heads has the segment ratios of Drillis & Contini (1966). Other canons keep
    the ratios within trunk, arm and leg, and change the head and the leg share [A].

    Parameters
    ----------
    leg_share, trunk_length, arm_length : legs, trunk and arms against those of the canon.

    Examples
    --------
    >>> round(canon(7.5).shoulder, 3), round(canon(7.5).knee, 3)
    (0.818, 0.285)
    """
    chin = 1.0 - CHIN_TO_CROWN_HEADS / heads_tall
    hip = min(share_of_legs(heads_tall) * leg_share, 0.75 * chin)
    shoulder = hip + (chin - hip) * (SHOULDER - HIP) / (CHIN - HIP) * trunk_length
    arm = shoulder / SHOULDER * arm_length
    return Canon(
        chin=chin,
        shoulder=shoulder,
        elbow=shoulder - (SHOULDER - ELBOW) * arm,
        hip=hip,
        wrist=shoulder - (SHOULDER - WRIST) * arm,
        fingertip=shoulder - (SHOULDER - FINGERTIP) * arm,
        knee=hip * KNEE / HIP,
        ankle=hip * ANKLE / HIP,
    )

"""How the wire of a run holds its joints, and which of them holds least."""

from __future__ import annotations

from windcrest_core.facts import Input, Quantity, Why, said
from windcrest_core.frame.gauges import FREELY, JointLoad, hold_factor, strength
from windcrest_core.frame.model import JointHold, RunPlan
from windcrest_core.given.stores import Stores


def joint_hold(load: JointLoad, moment_nmm: float) -> JointHold:
    """How wire that yields at a moment, N·mm, holds what hangs on a joint."""
    here = moment_nmm * load.root
    return JointHold(
        joint=load.joint,
        label=load.label,
        mass_g=load.mass_g,
        upright_nmm=load.upright_nmm,
        any_way_nmm=load.any_way_nmm,
        root=load.root,
        hold_upright=hold_factor(here, load.upright_nmm),
        hold_any_way=None if load.any_way_nmm is None else hold_factor(here, load.any_way_nmm),
        hold_cured=hold_factor(max(here, load.cured_nmm), load.worst_nmm),
    )


def _any_way(joint: JointHold) -> float:
    return FREELY if joint.hold_any_way is None else joint.hold_any_way


def share_held(joint: JointHold, want_upright: float) -> float:
    """Of what is wanted of a joint: upright as House rules have it, and once over any way up."""
    return min(joint.hold_upright / want_upright, _any_way(joint))


def _upright_counts(joint: JointHold, want_upright: float) -> bool:
    return joint.hold_upright / want_upright <= _any_way(joint)


def held_by(joint: JointHold, want_upright: float) -> float:
    """The hold factor that counts at a joint: upright, or any way up where that is the worse of the two."""
    return joint.hold_upright if _upright_counts(joint, want_upright) else _any_way(joint)


def weakest(stores: Stores, runs: list[RunPlan], want_upright: float) -> Quantity | None:
    """The hold factor of the joint that holds the least of what is wanted of it."""
    joints = [(joint, run) for run in runs for joint in run.joints]
    if not joints:
        return None
    joint, run = min(joints, key=lambda pair: share_held(pair[0], want_upright))
    upright = _upright_counts(joint, want_upright)
    moment = joint.upright_nmm if upright else joint.any_way_nmm or 0.0
    value = held_by(joint, want_upright)
    made = strength(stores, run.chosen.wire)
    return Quantity(
        value=value,
        unit="ratio",
        low=value * made.sigma.low / made.sigma.value,
        high=value * made.sigma.high / made.sigma.value,
        why=Why(
            formula=said(
                "frame.hold_factor_n_d_root",
                joint=joint.label,
                upright="upright" if upright else "any way up",
                run=run.label,
            ),
            inputs=[
                Input(name=said("frame.strands_n"), value=run.strands),
                Input(name=said("frame.yield"), value=made.sigma.value, unit="MPa"),
                Input(name=said("frame.wire_d_where_it_bends"), value=made.bends_mm, unit="mm"),
                Input(name=said("frame.what_the_root_passes_on"), value=joint.root),
                Input(name=said("frame.mass_beyond_the_joint"), value=joint.mass_g, unit="g"),
                Input(name="moment", value=moment, unit="N·mm"),
            ],
            source=said(
                "frame.range_to_mpa",
                source=made.sigma.source,
                low=made.sigma.low,
                high=made.sigma.high,
            ),
        ),
    )

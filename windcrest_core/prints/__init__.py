"""Paper for the bench, black and white, each at true size with a 100 mm bar."""

from windcrest_core.prints.bake_card import bake_card_pdf
from windcrest_core.prints.bend_card import bend_card_pdf
from windcrest_core.prints.caliper_card import caliper_card_pdf
from windcrest_core.prints.cut_list import cut_list_csv, cut_list_pdf
from windcrest_core.prints.drilling import drilling_template
from windcrest_core.prints.face_card import face_card_pdf
from windcrest_core.prints.layout_map import layout_map
from windcrest_core.prints.maps import map_pdf, map_svg
from windcrest_core.prints.pattern_sheet import pattern_sheet, spacing_strip
from windcrest_core.prints.portion_card import portion_card_pdf
from windcrest_core.prints.tiles import PAPERS, Tiling, tiling

__all__ = [
    "PAPERS",
    "Tiling",
    "bake_card_pdf",
    "bend_card_pdf",
    "caliper_card_pdf",
    "cut_list_csv",
    "cut_list_pdf",
    "drilling_template",
    "face_card_pdf",
    "layout_map",
    "map_pdf",
    "map_svg",
    "pattern_sheet",
    "portion_card_pdf",
    "spacing_strip",
    "tiling",
]

"""A picture under the cells: what is taken, what is refused, and how it is drawn."""

import base64
import io

import pytest
from PIL import Image

from mottled_finch.core.common.errors import RecipeError
from mottled_finch.core.figures.scene.underlay import picture_from, picture_of
from mottled_finch.core.outputs.draw.png import draw_png
from mottled_finch.core.outputs.draw.svg import svg_text

from ...conftest import figure_of

SIDES = {"rows": [{"field": "r"}], "columns": [{"field": "c"}], "measure": {"take": "sum", "of": "v"}}
TEXT = "r,c,v\na,x,1\na,y,2\nb,x,3\nb,y,4\n"


def picture(width=4, height=2, form="PNG") -> str:
    image = Image.new("RGB", (width, height), "#ff0000")
    if width > 1:
        image.paste("#0000ff", (width // 2, 0, width, height))
    out = io.BytesIO()
    image.save(out, form)
    return f"data:image/{form.lower()};base64,{base64.b64encode(out.getvalue()).decode()}"


@pytest.mark.parametrize("form", ["PNG", "JPEG"])
def test_a_picture_is_read(form):
    found = picture_of(picture(30, 20, form))
    assert (found.width, found.height) == (30, 20)
    assert found.address.startswith(f"data:image/{form.lower()};base64,")


@pytest.mark.parametrize(
    ("address", "sentence"),
    [
        ("plan.png", "this is not a picture; give a PNG or JPEG"),
        ("/etc/passwd", "this is not a picture; give a PNG or JPEG"),
        ("data:text/html;base64,PGI+", "this is not a picture; give a PNG or JPEG"),
        ("data:image/png;base64,aGVsbG8=", "this is not a picture that can be read"),
        (picture()[:60], "the picture is cut short; give it whole"),
        (picture(form="GIF").replace("gif", "png"), "this is not a picture that can be read"),
    ],
)
def test_what_is_none_is_refused(address, sentence):
    with pytest.raises(RecipeError, match=sentence):
        picture_of(address)


def test_one_that_is_too_large_is_refused():
    with pytest.raises(RecipeError, match="the picture has 20,000 by 1 pixels; give one of at most 8,000 a side"):
        picture_of(picture(20_000, 1))
    with pytest.raises(RecipeError, match=r"the picture has 7\.0 MB; give one of at most 6 MB"):
        picture_from(b"x" * 7_000_000)


def test_it_lies_under_cells_that_are_see_through():
    figure = figure_of(TEXT, pivot=SIDES, page={"underlay": {"picture": picture(), "cells": 0.5, "strength": 0.8}})
    under, grid = figure.scene.under, figure.scene.grid
    assert (under.x, under.y) == (grid.xs[0], grid.ys[0])
    assert under.x + under.width == grid.xs[-1] + grid.cell_width
    assert grid.opacity == 0.5
    assert grid.prints == ()
    drawn = svg_text(figure.scene, with_font=False)
    assert '<g opacity="0.5">' in drawn
    assert drawn.count("<g ") == drawn.count("</g>") == 1
    assert 'opacity="0.8"' in drawn


def test_the_picture_is_seen_where_the_cells_let_it_through():
    pixels = {}
    for strength in (0.0, 1.0):
        page = {"underlay": {"picture": picture(), "cells": 0.0, "strength": strength}}
        figure = figure_of(TEXT, pivot=SIDES, page=page)
        image = Image.open(io.BytesIO(draw_png(figure, 1.0))).convert("RGB")
        grid = figure.scene.grid
        pixels[strength] = [image.getpixel((int(x + grid.cell_width / 2), int(grid.ys[0] + 5))) for x in grid.xs]
    assert pixels[0.0] == [(255, 255, 255)] * 2
    assert pixels[1.0] == [(255, 0, 0), (0, 0, 255)]


def test_a_part_of_it_is_cropped():
    crop = {"left": 0.5, "width": 0.5}
    figure = figure_of(TEXT, pivot=SIDES, page={"underlay": {"picture": picture(400, 200), "cells": 0.0, "crop": crop}})
    assert figure.scene.under.crop == (200, 0, 200, 200)
    image = Image.open(io.BytesIO(draw_png(figure, 1.0))).convert("RGB")
    grid = figure.scene.grid
    assert {image.getpixel((int(x + 5), int(grid.ys[0] + 5))) for x in grid.xs} == {(0, 0, 255)}


@pytest.mark.parametrize("crop", [{"left": 0.5, "width": 0.6}, {"top": -0.1}, {"height": 0}])
def test_a_crop_beyond_it_is_refused(crop):
    with pytest.raises(RecipeError, match=r"page\.underlay\.crop: the part of the picture does not lie within it"):
        figure_of(TEXT, pivot=SIDES, page={"underlay": {"picture": picture(), "crop": crop}})


def telling(form: str, **more) -> bytes:
    """A picture of 40 by 20 whose file says where it was taken, and that the camera was held on its side."""
    image = Image.new("RGB", (40, 20), "#ff0000")
    exif = Image.Exif()
    exif[0x010E] = "taken at home"
    exif[0x0112] = 6
    exif.get_ifd(0x8825)[2] = (51.0, 30.0, 0.0)
    out = io.BytesIO()
    image.save(out, form, exif=exif, **more)
    return out.getvalue()


@pytest.mark.parametrize("form", ["PNG", "JPEG"])
def test_a_kept_picture_stands_upright_and_does_not_tell_where_it_was_taken(form):
    content = telling(form)
    assert b"taken at home" in content
    found = picture_from(content)
    kept = base64.b64decode(found.address.partition(",")[2])
    assert b"taken at home" not in kept
    with Image.open(io.BytesIO(kept)) as image:
        assert dict(image.getexif()) == {}
        assert image.size == (found.width, found.height) == (20, 40)


def test_what_does_not_tell_anything_stays_byte_by_byte():
    for form in ("PNG", "JPEG"):
        content = base64.b64decode(picture(30, 20, form).partition(",")[2])
        assert base64.b64decode(picture_from(content).address.partition(",")[2]) == content


def test_the_first_of_several_pictures_in_one_file_is_meant():
    one, other = Image.new("RGB", (30, 20), "#ff0000"), Image.new("RGB", (30, 20), "#00ff00")
    out = io.BytesIO()
    one.save(out, "MPO", save_all=True, append_images=[other])
    found = picture_from(out.getvalue())
    with Image.open(io.BytesIO(base64.b64decode(found.address.partition(",")[2]))) as image:
        assert (image.format, image.size) == ("JPEG", (30, 20))
        assert image.getpixel((3, 3))[0] > 200

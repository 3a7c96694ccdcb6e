"""Sentences as analysts in a hurry type them, with the pivot that each means, and the tables that they are typed of. They were
written by going through the ways people ask, before what reads them was, and are never changed to fit it.
"""

"""python3 -m unittest discover tools"""

import unittest

from count_sheets import counted, report
from shelves import place


class CountSheetsTest(unittest.TestCase):
    def test_counts_by_shelf(self):
        self.assertEqual(counted([0, 12, 5])[1], 2)
        self.assertEqual(report([0, 12, 5]), "01: 2\n06: 1")

    def test_place(self):
        self.assertEqual(place(5), "shelf 06")

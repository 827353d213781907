import unittest
from datetime import datetime
from timetable import is_late

import desk


class DeskTest(unittest.TestCase):
    def test_ticket(self):
        at_nine = datetime(2024, 5, 1, 9, 0)
        self.assertEqual("2.50, there at 09:35", desk.ticket(5, 10, at_nine))
        self.assertTrue(is_late(at_nine, datetime(2024, 5, 1, 9, 40)))


if __name__ == "__main__":
    unittest.main()

#include <cstdlib>
#include <sstream>

#include "panel/salt_panel.h"

// The whole works for a day; fails where the board does not say what it should.
int main() {
  salt::SaltPan pan("north", salt::SaltBrine(100, 25));
  pan.stand(10, salt::SaltWeather(9, 5));
  std::ostringstream out;
  salt::SaltPanel panel(out);
  panel.show({pan});
  return out.str() == "north: 50 l, ripe\n" ? EXIT_SUCCESS : EXIT_FAILURE;
}

#include <cassert>

#include "bridge/gauge.h"

int main() {
  dredger::Pump pump;
  pump.run(50);
  assert(pump.flow().litres == 1200);
  dredger::Tank tank;
  tank.fill(pump, 5);
  assert(tank.litres() == 6000);
  tank.fill(pump, 5);
  assert(dredger::gauge(tank) == "9000 l");
  return 0;
}

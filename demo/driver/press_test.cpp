#include <cassert>

#include "label_press.h"

int main() {
  saltmarsh::LabelPress press;
  saltmarsh::Label label{"Salicornia", 150};
  assert(press.print(label) && press.print(label));
  assert(!press.print(label) && press.printed() == 2);
  return 0;
}

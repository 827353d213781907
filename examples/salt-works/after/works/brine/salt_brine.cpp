#include "brine/salt_brine.h"

namespace salt {

void SaltBrine::lose(Litres water) {
  water_ = water_ > water ? water_ - water : 0;
}

void SaltBrine::gain(Litres water) {
  water_ += water;
}

}  // namespace salt

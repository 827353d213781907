#include "label_press.h"

namespace saltmarsh {

bool LabelPress::print(const Label& label) {
  if (!feed_.has_paper_for(label)) {
    return false;
  }
  feed_.advance(label.millimetres);
  printed_++;
  return true;
}

}  // namespace saltmarsh

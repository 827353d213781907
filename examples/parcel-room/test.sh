javac -d .out parcel/*.java && java -ea -cp .out parcel.ParcelRoomTest; code=$?; rm -rf .out; exit $code

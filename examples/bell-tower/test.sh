javac -d .out tower/*.java && java -ea -cp .out tower.TowerTest; code=$?; rm -rf .out; exit $code

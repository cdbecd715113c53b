import "./handbook.css";
import "./main.js";
